import { say } from "@yarrow-ridge/core/words";
import { Button, MenuItem, TextField } from "@mui/material";
import type { Answer, Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  barSpan,
  comparePlaces,
  startOf,
  TEACHER,
  type Mark,
  type Score,
} from "@yarrow-ridge/core/score";
import { useState } from "react";
import { v4 as newId } from "uuid";
import { inquire } from "../outbox/inquire.ts";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { useDesk } from "../piece/useDesk.ts";
import { useHandAsked } from "../students/usePlayer.ts";
import { tell } from "../words/tell.ts";

type Shared = Answer<"proposeTexture">;

/** Marks that say which hand is on which manual. */
const STOPS = "registration";

/** Shares the voices of the chosen bars out to the limbs, and hands them over in one step. */
export function ShareNotes({
  piece,
  score,
  assignmentId,
}: {
  piece: Piece;
  score: Score;
  assignmentId: string | undefined;
}) {
  const { chosen, set } = useDesk();
  const kind = instrument(piece.instrument);
  const { textures = [] } = kind;
  const player = useHandAsked(piece.instrument, assignmentId);
  const edits = useAnnotationEdits(piece.id);
  const [id, setId] = useState(textures[0]?.id);
  const [shared, setShared] = useState<Shared>();
  const texture = textures.find((one) => one.id === id);
  if (!texture) return null;
  const bars = chosen ?? { from: 0, to: score.bars.length - 1 };
  const span = barSpan(score.bars, bars.from, bars.to);
  const ask = async () => {
    try {
      const body = { texture: texture.id as "hymn", ...bars, player };
      setShared(await inquire("proposeTexture", { params: { id: piece.id }, body }));
    } catch (error) {
      const text = error instanceof Error ? error.message : say`Nothing could be shared out.`;
      tell(text, { variant: "error" });
    }
  };
  const told = [...(shared?.reasons ?? []), ...(shared?.problems.map(withWays) ?? [])];
  const moving = shared?.hands.filter(({ changes }) => changes) ?? [];
  const counts = kind.limbs.flatMap((limb) => {
    const to = moving.filter(({ hand }) => hand === limb.id).length;
    return to ? [say`${to} to the ${handName(kind, limb.id)}`] : [];
  });
  const withManuals = (manuals: NonNullable<Shared["manuals"]>) => (all: readonly Mark[]) => {
    const from = startOf(bars.from);
    const here = all.find((one) => comparePlaces(one.from, from) === 0);
    const data = { ...here?.data, ...manuals };
    return [
      ...all.filter((one) => one !== here),
      here ? { ...here, data } : { id: newId(), layer: TEACHER, from, data },
    ];
  };
  const handOver = () => {
    const manuals = shared?.manuals;
    const label = say`${span} shared out: ${texture.name}`;
    const notes = moving.map((one) => ({ id: one.id, hand: one.moved }));
    if (notes.length) {
      const also = manuals ? [edits.marksPart(STOPS, withManuals(manuals))] : [];
      void edits.hands(notes, label, ...also);
    } else if (manuals) void edits.marks(STOPS, withManuals(manuals), label);
    setShared(undefined);
    set({ pencil: new Map(), reasons: [] });
  };
  return (
    <details className="card">
      <summary>{say`Share the voices out`}</summary>
      <div className="stack share-out">
        <TextField
          select
          label={say`As`}
          value={texture.id}
          helperText={texture.why}
          onChange={({ target }) => {
            setId(target.value);
            setShared(undefined);
          }}
        >
          {textures.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
        {shared && (
          <div role="status" className="stack">
            <p>
              {moving.length
                ? say`${moving.length} notes change: ${counts.join(", ")}.`
                : say`Every note is with whom it belongs already.`}
            </p>
            {shared.manuals && (
              <p className="small soft">
                {say`The right hand on manual ${shared.manuals.right}, the left on manual
                  ${shared.manuals.left}: written at its beginning, under Stops.`}
              </p>
            )}
            {told.length > 0 && (
              <ul className="reasons">
                {told.map((text) => (
                  <li key={text}>{text}</li>
                ))}
              </ul>
            )}
          </div>
        )}
        <div className="row">
          {(moving.length > 0 || shared?.manuals) && (
            <Button variant="contained" onClick={handOver}>
              {moving.length > 0 ? say`Hand them over` : say`Write the manuals`}
            </Button>
          )}
          <Button variant={shared ? "text" : "outlined"} onClick={() => void ask()}>
            {say`Share out ${span}`}
          </Button>
        </div>
      </div>
    </details>
  );
}

const withWays = ({ text, ways }: Shared["problems"][number]) => [text, ...ways].join(" ");
