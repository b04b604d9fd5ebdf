import { say } from "../../words/say.ts";
import { inPartOrder, partSequence } from "./parts.ts";
import { add, compare, ZERO, type Fraction } from "../model/fraction.ts";
import { fromNumber } from "../model/fractionText.ts";
import {
  ScoreError,
  type Key,
  type Metre,
  type Pitch,
  type Signs,
  type Warning,
} from "../model/model.ts";
import {
  isMusic,
  parse,
  MAX_VOICES,
  tooManyVoices,
  titleOf,
  type AbcElement,
  type AbcPitch,
  type AbcTune,
} from "./abcTunes.ts";
import { buildXml, type BuiltBar, type BuiltEvent, type BuiltPitch } from "./build.ts";

const STEPS = ["C", "D", "E", "F", "G", "A", "B"] as const;
const ALTER: Readonly<Record<string, number>> = {
  sharp: 1,
  flat: -1,
  natural: 0,
  dblsharp: 2,
  dblflat: -2,
};

const ORNAMENTS: Readonly<Record<string, string>> = {
  trill: "trill-mark",
  mordent: "mordent",
  lowermordent: "mordent",
  uppermordent: "inverted-mordent",
  pralltriller: "inverted-mordent",
  turn: "turn",
  roll: "turn",
  invertedturn: "inverted-turn",
};

const DYNAMICS = ["ppp", "pp", "p", "mp", "mf", "f", "ff", "fff"];

/** Reads one tune of an ABC file into MusicXML. @throws ScoreError with what to do */
export function abcToXml(text: string, index: number): { xml: string; warnings: Warning[] } {
  const tune = parse(text)[index];
  if (!tune || !isMusic(tune))
    throw new ScoreError(
      say`The ABC file has no notes in it. A tune has an X: line, a K: line, and the notes below
        them.`,
    );
  const staves = stavesOf(tune);
  const voices = staves.reduce((sum, staff) => sum + staff.voices.length, 0);
  if (voices > MAX_VOICES) throw tooManyVoices(voices);
  const lines = staves.map(({ voices }) => voices.map((voice) => readVoice(voice)));
  const count = Math.max(...lines.flat().map((bars) => bars.length));
  const first = lines[0]![0]!;
  const tempo = tune.metaText.tempo;
  const quarters = tempo?.bpm ? tempo.bpm * (tempo.duration?.[0] ?? 0.25) * 4 : undefined;
  const read = Array.from({ length: count }, (_, i): BuiltBar & { part?: string } => {
    const lead = first[i] ?? emptyBar();
    return {
      number: "",
      ...(lead.part === undefined ? {} : { part: lead.part }),
      implicit: i === 0 && isPickup(lead),
      ...(lead.metre ? { metre: lead.metre } : {}),
      ...(lead.key ? { key: lead.key } : {}),
      ...(i === 0 && quarters ? { tempo: quarters } : {}),
      repeatStart: lead.repeatStart,
      ...(lead.repeatEnd ? { repeatEnd: 2 } : {}),
      ...(lead.endingStart === undefined ? {} : { endingStart: lead.endingStart }),
      ...(lead.endingStop === undefined ? {} : { endingStop: lead.endingStop }),
      signs: lead.signs,
      dynamics: lead.dynamics,
      staves: lines.map((voices) => voices.map((voice) => voice[i]?.events ?? [])),
    };
  });
  const order =
    tune.metaText.partOrder === undefined
      ? undefined
      : partSequence(titleOf(tune.metaText.partOrder));
  let printed = first[0] && isPickup(first[0]) ? 0 : 1;
  const bars = (order ? inPartOrder(read, order) : read).map(({ part: _, ...bar }) => ({
    ...bar,
    number: String(printed++),
  }));
  const warnings: Warning[] = tune.warnings?.length
    ? [
        {
          kind: "abc",
          message: say`${tune.warnings.length}
            ${tune.warnings.length === 1 ? say`place` : say`places`} in the ABC text could not be
              read: ${plain(tune.warnings[0]!)}`,
        },
      ]
    : [];
  if (tune.metaText.partOrder) {
    const text = plain(titleOf(tune.metaText.partOrder));
    warnings.push({
      kind: "abc",
      message: order
        ? say`The parts are written out in the order ${text}.`
        : say`The order of parts, ${text}, cannot be read: each part is written once. The road can
          be cut as it is to be played.`,
    });
  }
  return {
    xml: buildXml({
      title: titleOf(tune.metaText.title) || `Tune ${index + 1}`,
      composer: titleOf(tune.metaText.composer),
      clefs: staves.map(({ bass }) => (bass ? "F" : "G")),
      bars,
    }),
    warnings,
  };
}

const plain = (html: string): string =>
  html
    .replace(/<[^>]*>/g, "")
    .replace(/\s+/g, " ")
    .slice(0, 120);

interface StaffVoices {
  bass: boolean;
  voices: AbcElement[][];
}

/**
 * Each staff's voices over all lines, with the keys and metres that begin the lines put in where
 * they change.
 */
function stavesOf(tune: AbcTune): StaffVoices[] {
  const found: StaffVoices[] = [];
  for (const line of tune.lines) {
    line.staff?.forEach((staff, s) => {
      const into = (found[s] ??= {
        bass: staff.clef?.type.startsWith("bass") ?? false,
        voices: [],
      });
      staff.voices?.forEach((voice, v) => {
        const list = (into.voices[v] ??= []);
        if (staff.key) list.push({ ...staff.key, el_type: "key" });
        if (staff.meter) list.push({ ...staff.meter, el_type: "meter" });
        list.push(...voice);
      });
    });
  }
  return found;
}

interface ReadBar {
  /** Name of the part that begins here. */
  part: string | undefined;
  metre: Metre | undefined;
  key: Key | undefined;
  nominal: Fraction;
  length: Fraction;
  repeatStart: boolean;
  repeatEnd: boolean;
  endingStart: string | undefined;
  endingStop: string | undefined;
  signs: Signs;
  dynamics: { at: Fraction; text: string }[];
  events: BuiltEvent[];
}

const emptyBar = (nominal: Fraction = { num: 4, den: 1 }): ReadBar => ({
  part: undefined,
  metre: undefined,
  key: undefined,
  nominal,
  length: ZERO,
  repeatStart: false,
  repeatEnd: false,
  endingStart: undefined,
  endingStop: undefined,
  signs: {},
  dynamics: [],
  events: [],
});

const isPickup = (bar: ReadBar): boolean => compare(bar.length, bar.nominal) < 0;

function readVoice(elements: readonly AbcElement[]): ReadBar[] {
  let nominal: Fraction = { num: 4, den: 1 };
  let signature = new Map<string, number>();
  let spelled = new Map<number, number>();
  let keyText = "";
  let metreText = "";
  let inEnding: string | undefined;
  let tuplet = 1;
  const bars: ReadBar[] = [];
  let bar = emptyBar(nominal);
  const finish = () => {
    // a barline with nothing before it, as at the beginning, closes no bar
    if (bar.events.length > 0) bars.push(bar);
    else if (bar.metre ?? bar.key ?? bar.part) return { ...bar };
    bar = emptyBar(nominal);
    spelled = new Map();
    return undefined;
  };
  const pitchOf = (one: { pitch: number; accidental?: string }): Pitch => {
    const step = STEPS[((one.pitch % 7) + 7) % 7]!;
    if (one.accidental !== undefined && one.accidental in ALTER)
      spelled.set(one.pitch, ALTER[one.accidental]!);
    return {
      step,
      octave: Math.floor(one.pitch / 7) + 4,
      alter: spelled.get(one.pitch) ?? signature.get(step) ?? 0,
    };
  };
  for (const element of elements) {
    if (element.el_type === "key") {
      signature = new Map(
        (element.accidentals ?? []).map(({ acc, note }) => [note.toUpperCase(), ALTER[acc] ?? 0]),
      );
      const key = keyOf(element);
      if (JSON.stringify(key) !== keyText) bar.key = key;
      keyText = JSON.stringify(key);
    } else if (element.el_type === "meter") {
      const metre = metreOf(element);
      if (metre && JSON.stringify(metre) !== metreText) {
        [bar.metre, metreText] = [metre, JSON.stringify(metre)];
        nominal = { num: metre.beats * 4, den: metre.beatType };
        bar.nominal = nominal;
      }
    } else if (element.el_type === "part") {
      bar.part = titleOf(element.title).trim();
    } else if (element.el_type === "bar") {
      const type = element.type ?? "";
      if (inEnding !== undefined && (element.endEnding || /repeat|thick|thin_thin/.test(type)))
        [bar.endingStop, inEnding] = [inEnding, undefined];
      if (type === "bar_right_repeat" || type === "bar_dbl_repeat") bar.repeatEnd = true;
      for (const sign of element.decoration ?? []) bar.signs = withSign(bar.signs, sign);
      const kept = finish();
      if (kept) bar = kept;
      if (type === "bar_left_repeat" || type === "bar_dbl_repeat") bar.repeatStart = true;
      if (element.startEnding !== undefined)
        bar.endingStart = inEnding = endingNumbers(element.startEnding);
    } else if (element.el_type === "note" && element.duration !== undefined) {
      if (element.startTriplet) tuplet = element.tripletMultiplier ?? 2 / 3;
      const length = fromNumber(element.duration * 4 * tuplet);
      if (element.endTriplet) tuplet = 1;
      if (element.rest?.type === "spacer" || length.num === 0) continue;
      for (const sign of element.decoration ?? []) {
        if (DYNAMICS.includes(sign)) bar.dynamics.push({ at: bar.length, text: sign });
        bar.signs = withSign(bar.signs, sign);
      }
      bar.events.push(eventOf(element, bar.length, length, pitchOf));
      bar.length = add(bar.length, length);
    }
  }
  if (bar.events.length) {
    if (inEnding !== undefined) bar.endingStop = inEnding;
    bars.push(bar);
  }
  return bars;
}

function eventOf(
  element: AbcElement,
  at: Fraction,
  length: Fraction,
  pitchOf: (one: AbcPitch) => Pitch,
): BuiltEvent {
  const decoration = element.decoration ?? [];
  const grace = (element.gracenotes ?? []).map(pitchOf);
  const pitches = (element.pitches ?? [])
    .map((one): BuiltPitch => ({
      ...pitchOf(one),
      ...(one.startTie ? { tieStart: true } : {}),
      ...(one.endTie ? { tieStop: true } : {}),
    }))
    .sort((a, b) => a.octave - b.octave || STEPS.indexOf(a.step) - STEPS.indexOf(b.step));
  const fingers = decoration.filter((one) => /^[0-5]$/.test(one));
  const chord = element.chord?.find((one) => one.position === "default")?.name;
  return {
    at,
    length,
    pitches,
    ...(grace.length ? { grace } : {}),
    fermata: decoration.includes("fermata"),
    staccato: decoration.includes("staccato"),
    ornaments: decoration.flatMap((one) => ORNAMENTS[one] ?? []),
    fingers,
    ...(chord ? { chord } : {}),
  };
}

const withSign = (signs: Signs, name: string): Signs => {
  if (name === "segno") return { ...signs, segno: true };
  if (name === "coda") return { ...signs, coda: true };
  if (name === "fine") return { ...signs, fine: true };
  if (/^(D\.C\.|dacapo)/i.test(name)) return { ...signs, jump: "capo" };
  if (/^(D\.S\.|dalsegno)/i.test(name)) return { ...signs, jump: "segno" };
  return signs;
};

/** `1`, `1,3`, `1-3` as numbers MusicXML has. */
const endingNumbers = (text: string): string =>
  text
    .split(",")
    .flatMap((part) => {
      const [from, to] = part.split("-").map(Number);
      return from && to && to >= from && to <= 16
        ? Array.from({ length: to - from + 1 }, (_, i) => from + i)
        : from
          ? [from]
          : [];
    })
    .join(", ") || "1";

function keyOf({ accidentals = [], mode = "" }: AbcElement): Key {
  const fifths = accidentals.reduce(
    (sum, { acc }) => sum + (acc === "sharp" ? 1 : acc === "flat" ? -1 : 0),
    0,
  );
  return {
    fifths: Math.max(-7, Math.min(7, fifths)),
    ...(mode === "m" ? { mode: "minor" } : mode === "" ? { mode: "major" } : {}),
  };
}

function metreOf({ type, value }: AbcElement): Metre | undefined {
  if (type === "common_time") return { beats: 4, beatType: 4 };
  if (type === "cut_time") return { beats: 2, beatType: 2 };
  const [first] = value ?? [];
  const beats = String(first?.num ?? "")
    .split("+")
    .reduce((sum, one) => sum + Number(one), 0);
  const beatType = Number(first?.den);
  return beats >= 1 && beats <= 64 && [1, 2, 4, 8, 16, 32].includes(beatType)
    ? { beats, beatType }
    : undefined;
}
