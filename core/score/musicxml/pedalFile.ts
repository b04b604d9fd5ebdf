import { eachDivisions, insertDirection } from "./directions.ts";
import type { OtherPedal, PedalDepth, PedalKind, PedalMark } from "../model/model.ts";
import { child, children, childText, create, type Document, type Element } from "../xml/xmlTree.ts";

/** How a depth is written for the reader. */
const DEPTH_SIGNS: Readonly<Record<PedalDepth, string>> = { 0.5: "½", 0.25: "¼" };
const FLUTTER = "flutter";
const TYPES = { down: "start", change: "change", up: "stop", flutter: "change" } as const;
const KINDS: Readonly<Record<string, PedalKind>> = { start: "down", stop: "up", change: "change" };

/**
 * Words by which the other pedals are asked for, and the attribute of `<sound>` that says so to a
 * program.
 */
const OTHERS: readonly {
  readonly pedal: OtherPedal;
  readonly sound: string;
  readonly down: string;
  readonly up: string;
  readonly says: { readonly down: RegExp; readonly up: RegExp };
}[] = [
  {
    pedal: "soft",
    sound: "soft-pedal",
    down: "una corda",
    up: "tre corde",
    says: { down: /^(una corda|u\. ?c\.)/i, up: /^(tre corde|t\. ?c\.|tutte le corde)/i },
  },
  {
    pedal: "sostenuto",
    sound: "sostenuto-pedal",
    down: "sost. ped.",
    up: "sost. ped. up",
    says: { down: /^sost(enuto|\.) ?ped(al|\.)?$/i, up: /^sost(enuto|\.) ?ped(al|\.)? up$/i },
  },
];

export interface ReadPedal {
  readonly kind: PedalKind;
  readonly depth?: PedalDepth;
  readonly pedal?: OtherPedal;
}

/** A damper pedal that goes down by part of its way: hundredths in `<sound damper-pedal>`. */
function depthOf(sound: Element | undefined): PedalDepth | undefined {
  const hundredths = Number(sound?.getAttribute("damper-pedal") || NaN);
  return hundredths >= 40 && hundredths < 75
    ? 0.5
    : hundredths > 0 && hundredths < 40
      ? 0.25
      : undefined;
}

/** What a direction says of the pedals, and the words in it that say only that. */
export function readPedal(direction: Element): { marks: ReadPedal[]; words: ReadonlySet<Element> } {
  const sound = child(direction, "sound");
  const depth = depthOf(sound);
  const words = new Set<Element>();
  const marks: ReadPedal[] = [];
  const items = children(direction, "direction-type").flatMap((type) => children(type));
  const own = (text: string) =>
    items.filter((item) => item.tagName === "words" && item.textContent?.trim() === text);
  for (const item of items) {
    const kind = item.tagName === "pedal" ? KINDS[item.getAttribute("type") ?? ""] : undefined;
    if (!kind) continue;
    const flutters = depth !== undefined && kind !== "up" && own(FLUTTER).length > 0;
    for (const one of depth === undefined
      ? []
      : [...own(DEPTH_SIGNS[depth]), ...(flutters ? own(FLUTTER) : [])])
      words.add(one);
    marks.push(
      flutters
        ? { kind: "flutter" }
        : { kind, ...(depth === undefined || kind === "up" ? {} : { depth }) },
    );
  }
  for (const { pedal, sound: attribute, says } of OTHERS) {
    const asked = items.find(
      (item) =>
        item.tagName === "words" &&
        (says.up.test(item.textContent?.trim() ?? "") ||
          says.down.test(item.textContent?.trim() ?? "")),
    );
    const value = sound?.getAttribute(attribute);
    if (!asked && !value) continue;
    if (asked) words.add(asked);
    marks.push({
      kind: value
        ? value === "no" || value === "0"
          ? "up"
          : "down"
        : says.up.test(asked!.textContent!.trim())
          ? "up"
          : "down",
      pedal,
    });
  }
  return { marks, words };
}

function removePedal(measures: readonly Element[]): void {
  for (const measure of measures) {
    for (const direction of children(measure, "direction")) {
      const { marks, words } = readPedal(direction);
      if (marks.length === 0) continue;
      const types = children(direction, "direction-type");
      const gone = types.filter((type) =>
        children(type).every(
          (item) =>
            words.has(item) || (item.tagName === "pedal" && KINDS[item.getAttribute("type") ?? ""]),
        ),
      );
      if (gone.length === types.length) measure.removeChild(direction);
      else {
        for (const type of gone) direction.removeChild(type);
        const sound = child(direction, "sound");
        for (const name of ["damper-pedal", "soft-pedal", "sostenuto-pedal"])
          sound?.removeAttribute(name);
      }
    }
  }
}

/** Puts the marks in the place of all pedal marks that are there. */
export function writePedal(
  document: Document,
  measures: readonly Element[],
  marks: readonly PedalMark[],
): void {
  removePedal(measures);
  const divisions = eachDivisions(measures);
  const low = measures.some((measure) =>
    children(measure, "attributes").some((a) => Number(childText(a, "staves") ?? 1) > 1),
  );
  let down = false;
  for (const mark of marks) {
    const measure = measures[mark.bar];
    if (!measure) continue;
    const direction = create(document, "direction", { placement: "below" });
    const say = (text: string) => {
      const words = create(document, "direction-type");
      words.appendChild(create(document, "words", {}, text));
      direction.appendChild(words);
    };
    const sound: Record<string, string> = {};
    const other = OTHERS.find((one) => one.pedal === mark.pedal);
    if (other) {
      say(mark.kind === "up" ? other.up : other.down);
      sound[other.sound] = mark.kind === "up" ? "no" : "yes";
    } else {
      const type = create(document, "direction-type");
      type.appendChild(
        create(document, "pedal", {
          type: mark.kind === "flutter" && !down ? "start" : TYPES[mark.kind],
          line: "yes",
        }),
      );
      direction.appendChild(type);
      if (mark.kind === "flutter") say(FLUTTER);
      else if (mark.depth) say(DEPTH_SIGNS[mark.depth]);
      if (mark.kind === "flutter" || mark.depth)
        sound["damper-pedal"] = String((mark.depth ?? 0.5) * 100);
      down = mark.kind !== "up";
    }
    if (low) direction.appendChild(create(document, "staff", {}, "2"));
    if (Object.keys(sound).length) direction.appendChild(create(document, "sound", sound));
    insertDirection(document, measure, divisions[mark.bar]!, mark.offset, direction);
  }
}
