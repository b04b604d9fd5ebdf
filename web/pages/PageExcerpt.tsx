import { say } from "@yarrow-ridge/core/words";
import type { PageAnswer } from "@yarrow-ridge/contract";
import { crops } from "@yarrow-ridge/core/pages";
import type { Score } from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import { pictureOf } from "./usePages.ts";
import "./pages.css";

/** Some bars as they stand on the page, a strip for each system. */
export function PageExcerpt({
  pieceId,
  pages,
  score,
  from,
  to,
  onBar,
}: {
  pieceId: string;
  pages: readonly PageAnswer[];
  score: Score;
  from: number;
  to: number;
  onBar?: (bar: number) => void;
}) {
  const found = useMemo(
    () =>
      crops(
        pages.map((page) => page.marks),
        from,
        to,
      ) ?? [],
    [pages, from, to],
  );
  // all strips at one scale: the widest fills the width
  const widest = Math.max(...found.map((crop) => crop.box.width * pages[crop.page]!.width));
  return (
    <div className="page-excerpt" role="img" aria-label={say`The bars as printed`}>
      {found.map(({ page, box, marks }, i) => (
        <div
          key={i}
          className="page-strip"
          style={{
            width: `${((box.width * pages[page]!.width) / widest) * 100}%`,
            aspectRatio: `${box.width * pages[page]!.width} / ${box.height * pages[page]!.height}`,
          }}
        >
          <img
            src={pictureOf(pieceId, pages[page]!.id)}
            alt=""
            draggable={false}
            style={{
              width: `${100 / box.width}%`,
              left: `${(-box.x / box.width) * 100}%`,
              top: `${(-box.y / box.height) * 100}%`,
            }}
          />
          {onBar &&
            marks.map((mark) => (
              <button
                key={mark.bar}
                type="button"
                className="page-bar"
                aria-label={say`bar ${score.bars[mark.bar]?.number ?? ""}`}
                onClick={() => onBar(mark.bar)}
                style={{
                  left: `${((mark.x - box.x) / box.width) * 100}%`,
                  top: `${((mark.y - box.y) / box.height) * 100}%`,
                  width: `${(mark.width / box.width) * 100}%`,
                  height: `${(mark.height / box.height) * 100}%`,
                }}
              />
            ))}
        </div>
      ))}
    </div>
  );
}

/** Whether every one of some bars is marked on a page. */
export const onPages = (
  pages: readonly PageAnswer[] | undefined,
  from: number,
  to: number,
): boolean =>
  pages !== undefined &&
  pages.length > 0 &&
  crops(
    pages.map((page) => page.marks),
    from,
    to,
  ) !== undefined;
