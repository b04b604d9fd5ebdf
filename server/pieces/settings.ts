import { say } from "@yarrow-ridge/core/words";
import { instrument, stratumOf, type InstrumentRecord } from "@yarrow-ridge/core/instruments";
import {
  chordClasses,
  glissandiOf,
  harpOf,
  letterOf,
  stringName,
  USUAL_MOVE,
  type Harp,
  type HarpNote,
  type Setting,
  type Settings,
} from "@yarrow-ridge/core/instruments/harp";
import { midiOf, tempoOf, USUAL_TEMPO } from "@yarrow-ridge/core/score";
import type { Answer } from "@yarrow-ridge/contract";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { pitchOf } from "./pitchOf.ts";
import { knownPiece, pieceRow } from "./store.ts";

type Made = Pick<
  Handlers,
  "proposeSettings" | "proposePieceSettings" | "glissandoSettings" | "leverTunings"
>;

/** How the pedals or levers of a harp stand. */
export const settingsHandlers = (studio: Studio): Made => {
  return {
    proposeSettings: async ({ body }) => {
      const ids = new Set<string>();
      const notes = body.notes.map(({ id, pitch: name, onset, duration, hand }, at): HarpNote => {
        const own = id ?? String(at);
        if (ids.has(own))
          throw new ProblemError(
            400,
            say`Note ${at + 1} has the id of an earlier one: ${own}.`,
            "notes",
          );
        ids.add(own);
        const pitch = pitchOf(name);
        return {
          ...{ id: own, pitch, midi: midiOf(pitch), onset, length: duration },
          ...(hand ? { hand } : {}),
        };
      });
      const harp = harpOf(body.harp);
      notes.sort((a, b) => a.onset - b.onset);
      const options = {
        tempo: body.tempo ?? USUAL_TEMPO,
        secondsPerMove: body.secondsPerMove ?? USUAL_MOVE,
      };
      return answer(harp, await studio.heavy.run("harpSettings", harp, notes, options));
    },

    glissandoSettings: async ({ body: { chord, stands } }) => {
      const classes = chordClasses(chord);
      if (!classes)
        throw new ProblemError(
          400,
          say`"${chord}" is no chord: write it like Bb9 or F#dim7, or its notes like C E G A.`,
          "chord",
        );
      const settings = glissandiOf(classes, stands as Setting | undefined);
      return {
        settings: settings.map(({ setting, moved, foreign }) => ({
          ...{ setting, moved: [...moved], foreign: [...foreign] },
        })),
      };
    },

    leverTunings: async ({ param, body }) => {
      const { score, harp, options } = await harpPiece(studio, param("id"), body);
      if (harp.kind === "pedal")
        throw new ProblemError(
          400,
          say`Strings are tuned to a key on a lever harp; this piece is for a pedal harp.`,
        );
      return { tunings: await studio.heavy.run("leverTunings", score, harp, options) };
    },

    proposePieceSettings: async ({ param, body }) => {
      const { score, harp, options } = await harpPiece(studio, param("id"), body);
      const { from = 0, to = score.bars.length - 1 } = body;
      if (to < from || to >= score.bars.length)
        throw new ProblemError(
          400,
          say`The bars must lie from 0 to ${score.bars.length - 1}, the first not after the last.`,
          "to",
        );
      return answer(
        harp,
        await studio.heavy.run("harpSettingsInBars", score, harp, [from, to], options),
      );
    },
  };
};

/** A piece for the harp, the harp it is played on, and how quickly. */
async function harpPiece(
  studio: Studio,
  id: string,
  { tempo, secondsPerMove }: { readonly tempo?: number; readonly secondsPerMove?: number },
) {
  const { score } = await knownPiece(studio, id);
  const { instrument: kind, setup } = await pieceRow(studio.db, id);
  if (!stratumOf(instrument(kind), "harp-pedals"))
    throw new ProblemError(
      400,
      say`Pedals and levers are set on the harp; this piece is for the ${instrument(kind).name}.`,
    );
  const { move } = (setup ?? {}) as InstrumentRecord & { move?: number };
  const options = {
    tempo: tempo ?? tempoOf(score),
    secondsPerMove: secondsPerMove ?? move ?? USUAL_MOVE,
  };
  return { score, harp: harpOf(setup ?? {}), options };
}

const exact = (quarters: number): number => Math.round(quarters * 1e6) / 1e6;

function answer(harp: Harp, { start, changes, strings, problems }: Settings) {
  const isPedal = harp.kind === "pedal";
  const answered: Answer<"proposeSettings"> = {
    start: isPedal
      ? { ...start }
      : Object.entries(start).map(([string, alter]) => ({
          string,
          up: alter > harp.tuning[string[0] as keyof Harp["tuning"]],
        })),
    changes: changes.map(({ name, limb, onset, earliest, latest, from, to, why }) => ({
      ...(isPedal ? { pedal: name, foot: limb } : { string: name }),
      ...{ from, to, why },
      onset: exact(onset),
      earliest: exact(earliest),
      latest: exact(latest),
    })),
    strings: [...strings].map(([id, { string, alter }]) => ({
      ...{ id, alter, letter: letterOf(string), string: stringName(string) },
    })),
    problems: problems.map(({ note, ways, ...problem }) => ({
      ...problem,
      id: note,
      ways: [...ways],
    })),
  };
  return answered;
}
