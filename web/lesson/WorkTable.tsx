import { small } from "@yarrow-ridge/core/words";
import type { Answer } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { Tempo } from "../piece/Tempo.tsx";

export type Piece = Answer<"lesson">["pieces"][number];

/** What was set, a line each; why it is not done where it is not. */
export function WorkTable({
  work,
  kind,
  caption,
}: {
  work: Piece["done"];
  kind: string;
  caption?: string;
}) {
  return (
    <table className="lesson-work">
      {caption && <caption>{caption}</caption>}
      <tbody>
        {work.map((one) => (
          <tr key={one.unit}>
            <td>
              <b className="serif">{one.section}</b> {one.bars},{" "}
              {small(handName(instrument(kind), one.hands))}
            </td>
            <td>
              <Tempo beat={one.beat} tempo={one.tempo} />
            </td>
            {one.why && <td className="soft">{one.why}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
