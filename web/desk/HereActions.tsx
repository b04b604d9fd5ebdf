import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import { Button } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import {
  comparePlaces,
  startOf,
  toText,
  type Place,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { sectionPut } from "../edits/puts.ts";
import { neighboursIn, sectionAround } from "./boundaries.ts";

/** What can be done with the sections at the chosen bars, and whether the climax is here. */
export function HereActions({
  piece,
  score,
  sections,
  climax,
  chosen,
}: {
  piece: Piece;
  score: Score;
  sections: readonly Section[];
  climax: Place | undefined;
  chosen: { from: number; to: number };
}) {
  const edits = useAnnotationEdits(piece.id);
  const before = startOf(chosen.from);
  const around = sectionAround(sections, before);
  const neighbours =
    chosen.to > chosen.from ? neighboursIn(sections, chosen.from, chosen.to) : undefined;
  const number = (bar: number) => score.bars[bar]!.number;
  const split = (section: Section) => {
    const second = {
      ...sectionPut(section),
      id: newId(),
      name: after(section.name, sections),
      words: "",
      about: {},
      from: { bar: chosen.from, offset: "0" },
    };
    return edits.sections(
      [{ ...sectionPut(section), to: { bar: chosen.from, offset: "0" } }, second],
      [],
      say`splitting ${section.name}`,
    );
  };
  const join = ([first, second]: [Section, Section]) => {
    const end = comparePlaces(first.to, second.to) > 0 ? first.to : second.to;
    const words = [first.words, second.words].filter(Boolean).join("\n").slice(0, 4000);
    const about = { ...second.about, ...first.about };
    return edits.sections(
      [{ ...sectionPut(first), words, about, to: { bar: end.bar, offset: toText(end.offset) } }],
      [second.id],
      say`joining ${first.name} and ${second.name}`,
    );
  };
  const isClimax = climax !== undefined && climax.bar >= chosen.from && climax.bar <= chosen.to;
  return (
    <div className="row here-actions">
      {around && (
        <Button
          size="small"
          variant="outlined"
          onClick={() => void split(around)}
        >{say`Split ${around.name} before ${number(chosen.from)}`}</Button>
      )}
      {neighbours && (
        <Button
          size="small"
          variant="outlined"
          onClick={() => void join(neighbours)}
        >{say`Join ${neighbours[0].name} and ${neighbours[1].name}`}</Button>
      )}
      {isClimax ? (
        <Button
          size="small"
          onClick={() => void edits.climax(null, say`removing the climax`)}
        >{say`Not the climax`}</Button>
      ) : (
        <Button
          size="small"
          onClick={() =>
            void edits.climax(
              { bar: chosen.from, offset: "0" },
              say`the climax in bar ${number(chosen.from)}`,
            )
          }
        >{say`The climax is in ${number(chosen.from)}`}</Button>
      )}
    </div>
  );
}

/** The name of a second half: the next free letter, or `a2` of `a`. */
function after(name: string, sections: readonly Section[]): string {
  const used = new Set(sections.map((one) => one.name));
  const letters = /^[a-z]/.test(name) ? "abcdefghijklmnopqrstuvwxyz" : "ABCDEFGHIJKLMNOPQRSTUVWXYZ";
  return (
    (/^[A-Za-z][′']*$/.test(name) ? [...letters].find((letter) => !used.has(letter)) : undefined) ??
    `${name.slice(0, 190)} 2`
  );
}
