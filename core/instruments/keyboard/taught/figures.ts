import { proposeNotes } from "../../propose.ts";
import { arpeggios, drills, fiveFingers, sevenths, triads } from "./arpeggios.ts";
import { embedded, PHRASES, type Phrase } from "./embedded.ts";
import { match, share, type Share } from "./measure.ts";
import { passages } from "./passages.ts";
import { chromaticScales, scales } from "./scales.ts";

export interface Figure extends Share {
  readonly what: string;
  readonly source: string;
}

const SCHOOLS =
  "taught everywhere, from memory; any taught variant counts, strict: the most taught; seen: keys C D E F# Ab Bb";

/** How far proposals agree with what is taught; seen and unseen halves of the keys apart. */
export function figures(): Figure[] {
  const alone = {
    "scales, two octaves": scales,
    "arpeggios, two octaves": arpeggios,
    "five-finger figures": fiveFingers,
    drills,
    triads,
    "seventh chords": sevenths,
  };
  const inPhrases = {
    scales,
    arpeggios,
    "five-finger figures": fiveFingers,
    drills,
    triads,
    "seventh chords": sevenths,
  };
  return [
    ...Object.entries(alone).map(([what, list]) => ({
      what,
      source: SCHOOLS,
      ...share(list.map((one) => match(one))),
    })),
    ...(Object.keys(PHRASES) as Phrase[]).flatMap((phrase) =>
      Object.entries(inPhrases).map(([what, list]) => ({
        what: `${what}, within a phrase: ${phrase}`,
        source: SCHOOLS,
        ...share(list.map((one) => embedded(one, phrase))),
      })),
    ),
    {
      what: "short passages of pieces for beginners",
      source: "from memory; none seen while prices were set",
      ...share(passages.map((one) => match(one))),
    },
  ];
}

/** Chromatic scales of two octaves by each scheme, the first and last note left out. */
export const chromaticFigures = () =>
  chromaticScales.flatMap(({ hand, scheme, notes, accepted }) => {
    const options = { school: { chromatic: scheme } };
    const fingers = proposeNotes(notes, { hand, ...options })
      .notes.map((note) => note.finger)
      .join("")
      .slice(1, -1);
    const hidden = embedded(
      { name: scheme, hand, notes, accepted: [accepted], seen: true },
      "a turn an octave away",
      options,
    );
    return [
      { hand, scheme, where: "alone", fingers, accepted: accepted.slice(1, -1) },
      {
        hand,
        scheme,
        where: "within a phrase: a turn an octave away",
        fingers: hidden.fingers,
        accepted: hidden.accepted[0]!,
      },
    ];
  });
