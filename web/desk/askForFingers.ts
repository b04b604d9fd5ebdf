import { say } from "@yarrow-ridge/core/words";
import type { Piece } from "@yarrow-ridge/contract";
import type { School } from "@yarrow-ridge/core/fingering";
import { instrument, type Limb, type Player } from "@yarrow-ridge/core/instruments";
import { inquire } from "../outbox/inquire.ts";
import type { FingerAdvice, FingerWay } from "../piece/useDesk.ts";

/** In longer stretches other ways are too many to compare at the keyboard. */
const MOST_FOR_WAYS = 12;
/** Other ways asked for in short ones. */
const OTHER_WAYS = 2;

export interface Asked {
  readonly from: number;
  readonly to: number;
  readonly player: Player;
  readonly school: Partial<School>;
  readonly layer: string;
  /** What the work is called while it goes on. */
  readonly work: string;
}

/** The limbs of a piece for which fingers can be suggested. */
export const limbsToFinger = (piece: Piece): readonly Limb[] =>
  instrument(piece.instrument).limbs.filter(
    (limb) => limb.proposed && piece.hands.includes(limb.id),
  );

/** Asks for fingers of all limbs of a piece in some bars, with reasons and other ways. */
export async function askForFingers(
  piece: Piece,
  { from, to, player, school: asked, layer, work }: Asked,
): Promise<{ reasons: string[]; advice: FingerAdvice }> {
  const params = { id: piece.id };
  const { position, ...school } = asked;
  const where = typeof position === "string" ? { position } : {};
  const limbs = limbsToFinger(piece);
  // where there are two, one may take from the other, though it have nothing yet
  const several = instrument(piece.instrument).limbs.filter(({ proposed }) => proposed).length > 1;
  const isShort = to - from < MOST_FOR_WAYS;
  const handing = () => inquire("proposeHandovers", { params, body: { from, to, player } });
  const [early, answers] = await Promise.all([
    isShort && several ? handing() : undefined,
    Promise.all(
      limbs.map(({ id: hand }) =>
        inquire("propose", {
          params,
          body: {
            hand,
            from,
            to,
            alternatives: isShort ? OTHER_WAYS : 0,
            player,
            school,
            layer,
            ...where,
            work: `${work}-${hand}`,
          },
        }),
      ),
    ),
  ]);
  const problems = answers.flatMap((answer) => answer.problems);
  const { handovers } = early ?? (several && problems.length ? await handing() : { handovers: [] });
  const ways = answers.flatMap((answer, i) =>
    [{ ...answer, more: 0, reason: say`first choice` }, ...answer.alternatives].map(
      ({ notes, elsewhere, more, reason }): FingerWay => ({
        hand: limbs[i]!.id,
        more,
        reason,
        fingers: fingersOf(notes),
        beside: besideOf([...notes, ...elsewhere]),
        elsewhere: fingersOf(elsewhere),
      }),
    ),
  );
  const bars = answers.flatMap((answer) => answer.elsewhere.map((one) => one.bar));
  const named = (text: string, i: number) =>
    limbs.length > 1 ? `${limbs[i]!.name}: ${text}` : text;
  return {
    reasons: answers.flatMap(({ reasons }, i) => reasons.map((reason) => named(reason, i))),
    advice: {
      ways,
      handovers,
      problems: problems.map(({ bar, notes, text, ways: out }) => ({
        bar,
        note: notes[0],
        text,
        ways: out,
      })),
      counterparts: [...new Set(bars)].sort((a, b) => a - b),
    },
  };
}

const fingersOf = (
  notes: readonly {
    id: string;
    finger: number | string | null;
    to?: number | string | undefined;
  }[],
): ReadonlyMap<string, string> =>
  new Map(
    notes.flatMap((one) =>
      one.finger === null
        ? []
        : [[one.id, one.to ? `${one.finger}-${one.to}` : String(one.finger)] as const],
    ),
  );

/** What goes with fingers on a neck and is written: the strings, the fingers that pluck them. */
const besideOf = (
  notes: readonly {
    id: string;
    string?: number | undefined;
    pluck?: string | undefined;
    cross?: string | undefined;
    row?: string | undefined;
    buttonRow?: string | undefined;
  }[],
): FingerWay["beside"] =>
  new Map(
    (["string", "pluck", "cross", "row", "buttonRow"] as const).flatMap((aspect) => {
      const values = notes.flatMap((note): [string, string][] =>
        note[aspect] === undefined ? [] : [[note.id, String(note[aspect])]],
      );
      return values.length ? [[aspect, new Map(values)] as const] : [];
    }),
  );
