import {
  analyse,
  compareEditions,
  correction,
  firstKey,
  formName,
  segment,
  type Editions,
  type Form,
  type FormName,
  type Grain,
  type Segment,
  type Survey,
} from "@yarrow-ridge/core/form";
import type {
  FingerOptions,
  Played,
  Proposal,
  ProposeOptions,
  SolvedLine,
} from "@yarrow-ridge/core/fingering";
import {
  accompany,
  check,
  costsByBar,
  proposeAfter,
  proposeNotes,
  redistribute,
  shareOut,
  type AccompanyAsked,
  type AccompanyFound,
  type CheckOptions,
  type Doubt,
  type ForWhom,
  type Handover,
  type HandoverOptions,
  type ShareOptions,
  type SharedOut,
} from "@yarrow-ridge/core/instruments/propose";
import {
  instrument,
  readingOf,
  stratumOf,
  type ReadingChoice,
  type SetupAsked,
} from "@yarrow-ridge/core/instruments";
import {
  proposeInBars,
  proposeSettings,
  type Harp,
  type HarpNote,
  tuningsFor,
  type Tried,
  type SettingOptions,
  type Settings,
} from "@yarrow-ridge/core/instruments/harp";
import {
  ornamentsFor,
  withGraceFingers,
  type TogetherOptions,
} from "@yarrow-ridge/core/instruments/ornamented";
import { surveyFor, type SurveyFor } from "@yarrow-ridge/core/instruments/survey";
import { forecast, type Forecast, type ToForecast } from "@yarrow-ridge/core/practice";
import {
  checkPedal,
  clarityOf,
  proposePedal,
  type ClarityAt,
  type PedalDoubt,
  type PedalOptions,
  type ProposedPedal,
} from "@yarrow-ridge/core/pedalling";
import {
  adopt,
  annotate,
  excerpt,
  engravable,
  withAdopted,
  withLowerStaff,
  type AdoptedMeasure,
  readFile,
  readScore,
  renameNotes,
  sectionsIn,
  marksIn,
  type Printed,
  shapeIn,
  windowOf,
  type Annotations,
  type CurvePoint,
  type Import,
  type Mark,
  type Healed,
  type MarkDoubt,
  type MarkTask,
  type ProposedMark,
  type StratumWork,
  type Key,
  type Place,
  type ReadOptions,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { fits } from "../http/validate.ts";
import { midiFile, type MidiChoice } from "./midi.ts";

/** A stored score and what is read otherwise in it. */
export interface Source {
  readonly xml: string;
  readonly adopted: readonly (readonly AdoptedMeasure[])[];
  readonly handOf: Readonly<Record<string, string>>;
}

/** How a score is read: for which instrument, and what somebody chose. */
export interface Reading extends ReadingChoice {
  readonly instrument: string;
}

/** A file that is brought: what its name is, and which tune of it. */
export type FileChoice = Pick<ReadOptions, "tune" | "name">;

const optionsOf = (how: Reading): ReadOptions => readingOf(instrument(how.instrument), how);

export interface Known {
  readonly score: Score;
  readonly form: Form;
  /** Suggested sections at each grain. */
  readonly segments: Readonly<Record<Grain, Segment[]>>;
  readonly formName: FormName | undefined;
  /** As signed at the beginning, its mode from the music. */
  readonly key: Key;
}

export interface Brought extends Known {
  readonly xml: string;
  /** What an exported score brings back. */
  readonly sections: Omit<Section, "id">[];
  readonly shape: Shape | undefined;
  readonly marks: readonly { readonly stratum: string; readonly marks: readonly Printed[] }[];
  /** How the file asks for the instrument to be set up. */
  readonly setup: SetupAsked | undefined;
}

export interface Corrected extends Known {
  readonly xml: string;
  /** For each old bar its new index. */
  readonly bars: readonly (number | undefined)[];
  /** Ids of old notes that are not in the new score. */
  readonly gone: readonly string[];
}

function know(score: Score): Known {
  const form = analyse(score);
  const segments = {
    coarse: segment(score, form, "coarse"),
    medium: segment(score, form),
    fine: segment(score, form, "fine"),
  };
  return {
    score,
    form,
    segments,
    formName: formName(score, segments.medium),
    key: firstKey(score),
  };
}

/** Marks in pencil, with what they make of the music. */
export interface ProposedMarks {
  readonly marks: readonly ProposedMark[];
  readonly curve: readonly CurvePoint[];
  /** What cannot be as it is proposed. */
  readonly problems: readonly MarkDoubt[];
}

const workOf = async (kind: string, id: string): Promise<Partial<StratumWork>> =>
  (await stratumOf(instrument(kind), id)?.work?.()) ?? {};

const inUse = ({ xml, adopted }: Source): string => withAdopted(xml, adopted);

/**
 * Lines of hands that were asked for last, so that a finger changed needs no more than what it
 * affects; and how long a line may be, in moments.
 */
const lines = new Map<string, SolvedLine>();
const REMEMBERED = 6;
const LONGEST = 5000;

/**
 * The work that may take long: done beside the server's own thread. Arguments and results are plain
 * data.
 *
 * @param onProgress told how much of it is done, 0 to 1
 */
export const tasksWith = (onProgress: (share: number) => void) => ({
  /** A file from outside: refused here if it is damaged. */
  read: (file: Uint8Array, how: Reading, choice: FileChoice): Import =>
    readFile(file, { ...choice, ...optionsOf(how) }),
  bring: ({ score, xml }: Import, how: Reading): Brought => ({
    ...know(score),
    xml,
    sections: sectionsIn(xml, score.bars.length),
    shape: shapeIn(xml, score),
    setup: instrument(how.instrument).setupIn?.(score),
    marks: instrument(how.instrument).strata.map((stratum) => ({
      stratum: stratum.id,
      marks: marksIn(xml, score, stratum, (data) => fits(stratum.schema, data)),
    })),
  }),
  /** A corrected file that was read, with the ids of the notes it has kept. */
  correct: (before: Score, read: Import, how: Reading, choice: FileChoice): Corrected => {
    const { bars, notes, gone } = correction(before, read.score);
    const { score, xml } = readScore(
      renameNotes(
        read.xml,
        notes,
        gone.map((note) => note.id),
      ),
      { ...choice, ...optionsOf(how) },
    );
    return {
      ...know(score),
      score: { ...score, warnings: read.score.warnings },
      xml,
      bars,
      gone: gone.map((note) => note.id),
    };
  },
  know: (source: Source, how: Reading): Known =>
    know(readScore(inUse(source), { ...optionsOf(how), handOf: source.handOf }).score),
  adopt: (...args: Parameters<typeof adopt>): AdoptedMeasure[] => adopt(...args),
  /**
   * @param key of all that the line depends on, but for what is written over it: with the same key
   * it goes on from the time before
   */
  propose: (score: Score, options: ProposeOptions & ForWhom, key: string): Proposal => {
    const { proposal, solved } = proposeAfter(score, { ...options, onProgress }, lines.get(key));
    lines.delete(key);
    if (solved && solved.prepared.line.moments.length <= LONGEST) lines.set(key, solved);
    for (const old of [...lines.keys()].slice(0, -REMEMBERED)) lines.delete(old);
    return proposal;
  },
  harpSettings: (harp: Harp, notes: readonly HarpNote[], options: SettingOptions): Settings =>
    proposeSettings(harp, notes, options),
  harpSettingsInBars: (
    score: Score,
    harp: Harp,
    bars: readonly [number, number],
    options: SettingOptions,
  ): Settings => proposeInBars(harp, score, bars, options),
  leverTunings: (
    score: Score,
    harp: Harp,
    options: Pick<SettingOptions, "tempo" | "secondsPerMove">,
  ): Tried[] => tuningsFor(harp, score, options),
  costsByBar: (score: Score, options: FingerOptions & ForWhom): number[] =>
    costsByBar(score, options),
  proposeNotes: (played: readonly Played[], options: FingerOptions & ForWhom): Proposal =>
    proposeNotes(played, { ...options, onProgress }),
  checkFingers: (
    score: Score,
    fingers: ReadonlyMap<string, string>,
    options: CheckOptions & ForWhom,
  ): Doubt[] => check(score, fingers, options),
  redistribute: (score: Score, options: HandoverOptions & ForWhom): Handover[] =>
    redistribute(score, options),
  shareOut: (score: Score, options: ShareOptions & ForWhom): SharedOut => shareOut(score, options),
  /** A score with a staff below its tune; undefined where the instrument has none. */
  accompanied: (
    { xml }: Source,
    score: Score,
    asked: AccompanyAsked & Pick<ForWhom, "instrument">,
  ): (Pick<AccompanyFound, "layout" | "reasons"> & { readonly xml: string }) | undefined => {
    const found = accompany(score, asked);
    if (!found) return undefined;
    const part = score.parts.findIndex(({ practised }) => practised);
    const { bars, ...rest } = found;
    return { ...rest, xml: withLowerStaff(xml, part, bars) };
  },
  midi: (score: Score, kind: string, choice: MidiChoice): Uint8Array =>
    midiFile(score, instrument(kind), choice),
  pedal: (score: Score, options: PedalOptions): ProposedPedal[] =>
    proposePedal(score, { ...options, onProgress }),
  checkPedal: (...args: Parameters<typeof checkPedal>): PedalDoubt[] => checkPedal(...args),
  clarity: (...args: Parameters<typeof clarityOf>): ClarityAt[] => clarityOf(...args),
  proposeMarks: async (kind: string, id: string, task: MarkTask): Promise<ProposedMarks> => {
    const { propose, curve, problems } = await workOf(kind, id);
    const asked = { ...task, onProgress };
    const proposed = propose?.(asked) ?? [];
    const of = instrument(kind);
    const reach = Number(task.options.reach ?? 0);
    // which fingers go with the tune is known where all instruments are
    const marks = stratumOf(of, id)?.adorns
      ? withGraceFingers(task, proposed, {
          ...{ instrument: kind, hand: of.limbs[0]!.id, tempo: task.tempo },
          ...{ setup: task.setup ?? {}, locks: task.said?.get("finger") ?? new Map() },
          ...(reach ? { player: { reach } } : {}),
        })
      : proposed;
    return {
      marks,
      curve: curve?.(asked, marks) ?? [],
      problems: problems?.(asked) ?? [],
    };
  },
  checkMarks: async (kind: string, id: string, task: MarkTask): Promise<readonly MarkDoubt[]> =>
    (await workOf(kind, id)).check?.(task) ?? [],
  markWindow: async (
    kind: string,
    id: string,
    task: MarkTask,
    mark: Mark,
  ): Promise<readonly Place[]> => {
    const { check, healing } = await workOf(kind, id);
    const places = healing?.places(task, mark);
    return places ?? (check ? windowOf(task, mark, check) : [mark.from]);
  },
  moveMark: async (
    kind: string,
    id: string,
    task: MarkTask,
    [mark, to]: readonly [Mark, Place],
  ): Promise<Healed> =>
    (await workOf(kind, id)).healing?.heal(task, mark, to) ?? {
      ...{ put: [{ ...mark, from: to }], add: [], remove: [] },
    },
  ornaments: (task: MarkTask, options: TogetherOptions): ReturnType<typeof ornamentsFor> =>
    ornamentsFor(task, options),
  forecast: (input: ToForecast): Forecast => forecast(input),
  survey: (score: Score, options: SurveyFor): Survey => surveyFor(score, options),
  compareEditions: (a: Score, b: Score): Editions => compareEditions(a, b),
  annotate: (
    source: Source,
    annotations: Annotations,
    practised: readonly number[],
    kind: string,
  ): string => {
    const { aspects, strata } = instrument(kind);
    return annotate(inUse(source), { ...annotations, aspects }, practised, strata);
  },
  excerpt: (xml: string, from: number, to: number): string => excerpt(xml, from, to),
  engravable: (source: Source, practised: readonly number[], kind: string): string =>
    engravable(inUse(source), practised, instrument(kind).aspects),
});

export type Tasks = ReturnType<typeof tasksWith>;
