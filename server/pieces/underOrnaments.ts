import type { Proposal } from "@yarrow-ridge/core/fingering";
import { instrument } from "@yarrow-ridge/core/instruments";
import { ornamentsOn, type Ornament } from "@yarrow-ridge/core/instruments/ornaments";
import type { Score } from "@yarrow-ridge/core/score";
import type { Studio } from "../studio.ts";
import { inForce } from "./written.ts";

/** Ornaments that stand on the notes of a hand, by note. */
export async function ornamentsNow(
  studio: Studio,
  id: string,
  kind: string,
  score: Score,
  hand: string,
): Promise<ReadonlyMap<string, Ornament>> {
  const { strata, limbs } = instrument(kind);
  const stratum = strata.find(({ adorns }) => adorns);
  if (!stratum || limbs[0]!.id !== hand) return new Map();
  return ornamentsOn(score, hand, (await inForce(studio, id, stratum.id))?.marks ?? []);
}

/** What is proposed for notes that are written: graces that stand as marks have their own. */
export function ofNotes(proposal: Proposal, names: ReadonlyMap<string, string>): Proposal {
  const own = <N extends { readonly id: string }>(notes: readonly N[]): N[] =>
    notes.filter(({ id }) => names.has(id));
  const notes = own(proposal.notes);
  const first = new Map(notes.map(({ id, finger }) => [id, finger]));
  return {
    ...proposal,
    notes,
    elsewhere: own(proposal.elsewhere),
    alternatives: proposal.alternatives
      .map((one) => ({ ...one, notes: own(one.notes), elsewhere: own(one.elsewhere) }))
      // some differ on their graces alone
      .filter((one) => one.notes.some(({ id, finger }) => first.get(id) !== finger)),
    problems: proposal.problems.map((one) => ({
      ...one,
      notes: one.notes.filter((id) => names.has(id)),
    })),
  };
}
