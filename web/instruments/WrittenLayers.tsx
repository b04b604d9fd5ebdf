import type { Piece } from "@yarrow-ridge/contract";
import { useMemo } from "react";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import type { Mark, Remark, Score, Section, Shape } from "@yarrow-ridge/core/score";
import { stratumView } from "./index.ts";
import { useOwnLine } from "./useOwnLine.ts";
import { useDesk, type MarkPencil } from "../piece/useDesk.ts";
import { Fingers } from "../score/Fingers.tsx";
import { FollowingSigns } from "../score/FollowingSigns.tsx";
import { valuesOn, type Said } from "../score/placeFingers.ts";
import type { PageBoxes } from "../score/geometry.ts";
import { MarkWords } from "../score/MarkWords.tsx";
import { Remarks } from "../score/Remarks.tsx";
import { ShapeMarks } from "../score/ShapeMarks.tsx";

interface Props {
  readonly boxes: PageBoxes;
  readonly score: Score;
  /** The instrument of the piece, and how it is set up. */
  readonly kind: string;
  readonly setup: Piece["setup"];
  readonly said: readonly Said[];
  /** By stratum. */
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  readonly remarks: readonly Remark[];
  readonly shape: Shape;
  readonly sections: readonly Section[];
  /** Whether what stands in the layer below is shown too. */
  readonly both?: boolean;
  readonly onPick?: (noteId: string) => void;
  /** Whether what stands in pencil is shown too. */
  readonly pencil?: boolean;
  /** Marks in pencil beside the inked ones, by stratum. */
  readonly also?: ReadonlyMap<string, readonly Mark[]>;
}

/** Marks of a kind as they are drawn: those in pencil stand in the place of the inked ones. */
const withPencil = (marks: readonly Mark[], stratum: string, pencil: MarkPencil | undefined) =>
  pencil?.stratum === stratum
    ? {
        inked: marks.filter(({ from }) => from.bar < pencil.from || from.bar > pencil.to),
        pencilled: pencil.marks,
      }
    : { inked: marks, pencilled: [] };

/**
 * All that is written into a score, over a page of it: on the desk, on paper, in the practice room.
 */
export function WrittenLayers(props: Props) {
  const {
    boxes,
    score,
    kind,
    setup,
    said,
    marks,
    remarks,
    shape,
    sections,
    both,
    onPick,
    pencil = false,
    also,
  } = props;
  const shown = useDesk(({ markPencil }) => (pencil ? markPencil : undefined));
  const of = instrument(kind);
  const below = (line: string) => line !== of.limbs[0]!.id;
  const signs = useMemo(
    () => of.following?.(score, valuesOn(said), setup ?? {}) ?? [],
    [of, score, said, setup],
  );
  const line = useOwnLine(kind, said);
  // what the instrument's own line shows is not said over the notes once more
  const over = useMemo(() => {
    if (!line) return said;
    const shown = line.shows(score.notes, said, setup);
    const rest = (values: Said["values"]) => new Map([...values].filter(([id]) => !shown.has(id)));
    return said.map((one) =>
      one.aspect.id === line.of ? { ...one, values: rest(one.values) } : one,
    );
  }, [line, said, score, setup]);
  return (
    <>
      {line && <line.Drawing boxes={boxes} said={said} setup={setup} below={below} />}
      <Remarks boxes={boxes} score={score} remarks={remarks} />
      <ShapeMarks
        boxes={boxes}
        score={score}
        shape={shape}
        sections={sections}
        below={below}
        handName={(hand) => handName(of, hand)}
      />
      <Fingers boxes={boxes} said={over} below={below} both={both ?? false} onPick={onPick} />
      <FollowingSigns boxes={boxes} said={over} signs={signs} below={below} />
      {of.strata.map((stratum) => {
        if (stratum.within && !stratum.within(setup ?? {})) return null;
        const { inked, pencilled } = withPencil(marks.get(stratum.id) ?? [], stratum.id, shown);
        const inPencil = [...pencilled, ...(also?.get(stratum.id) ?? [])];
        const { Drawing } = stratumView(kind, stratum.id);
        return Drawing ? (
          <Drawing
            key={stratum.id}
            boxes={boxes}
            score={score}
            marks={inked}
            said={said}
            below={below}
            beside={of.strata.flatMap(({ id }) => (id === stratum.id ? [] : (marks.get(id) ?? [])))}
            pencil={inPencil}
          />
        ) : (
          <MarkWords
            key={stratum.id}
            boxes={boxes}
            score={score}
            stratum={stratum}
            marks={inked}
            below={below}
            pencil={inPencil}
            sections={sections}
          />
        );
      })}
    </>
  );
}
