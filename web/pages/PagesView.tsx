import type { PageAnswer } from "@yarrow-ridge/contract";
import type { Score } from "@yarrow-ridge/core/score";
import { useEffect, useRef } from "react";
import { PageMarks } from "./PageMarks.tsx";
import { pictureOf } from "./usePages.ts";
import "./pages.css";

/** The printed pages one under the other; bars are chosen on them as in the engraved score. */
export function PagesView({
  pieceId,
  pages,
  score,
  chosen,
  onBar,
}: {
  pieceId: string;
  pages: readonly PageAnswer[];
  score: Score;
  chosen: { from: number; to: number } | undefined;
  onBar: (bar: number, shift: boolean) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const eye = chosen?.from;
  useEffect(() => {
    const mark = box.current?.querySelector(`[data-bar="${eye}"]`);
    mark?.scrollIntoView({
      block: "nearest",
      behavior: window.matchMedia("(prefers-reduced-motion: reduce)").matches ? "auto" : "smooth",
    });
  }, [eye]);
  return (
    <div ref={box} className="desk-pages">
      {pages.map((page) => (
        <PageMarks
          key={page.id}
          page={page}
          src={pictureOf(pieceId, page.id)}
          score={score}
          chosen={chosen}
          onPick={onBar}
        />
      ))}
    </div>
  );
}
