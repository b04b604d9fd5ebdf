import { say } from "@yarrow-ridge/core/words";
import type { Similarity } from "@yarrow-ridge/core/form";
import { barSpan, type Bar, type Section } from "@yarrow-ridge/core/score";
import { useTheme } from "@mui/material";
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from "react";

const SIDE = 560;

/** Bar against bar as a square: the first bar at the top left, sections as lines. */
export function MapPicture({
  similarity: { size, values },
  bars,
  sections,
  at,
  onPoint,
}: {
  similarity: Similarity;
  bars: readonly Bar[];
  sections: readonly Section[];
  at: { bar: number; other: number } | undefined;
  onPoint: (bar: number, other: number) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const dark = useTheme().palette.mode === "dark";
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const style = getComputedStyle(document.documentElement);
    const [paper, ink] = [
      rgb(style.getPropertyValue("--card")),
      rgb(style.getPropertyValue("--ridge")),
    ];
    // one colour for each of the 256 values, as the bytes of a pixel
    const shades = Uint32Array.from({ length: 256 }, (_, value) => {
      const share = (value / 255) ** 2;
      const [red, green, blue] = paper.map((from, c) =>
        Math.round(from + (ink[c]! - from) * share),
      );
      return ((255 << 24) | (blue! << 16) | (green! << 8) | red!) >>> 0;
    });
    const image = context.createImageData(size, size);
    const pixels = new Uint32Array(image.data.buffer);
    for (let i = 0; i < pixels.length; i++) pixels[i] = shades[values[i]!]!;
    context.putImageData(image, 0, 0);
  }, [size, values, dark]);
  const unit = SIDE / size;
  const point = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const bar = (value: number, length: number) =>
      Math.max(0, Math.min(size - 1, Math.floor((value / length) * size)));
    onPoint(bar(event.clientX - box.left, box.width), bar(event.clientY - box.top, box.height));
  };
  const key = (event: KeyboardEvent) => {
    const [dx, dy] = (
      { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<
        string,
        [number, number]
      >
    )[event.key] ?? [0, 0];
    if (!dx && !dy) return;
    event.preventDefault();
    const clamp = (value: number) => Math.max(0, Math.min(size - 1, value));
    onPoint(clamp((at?.bar ?? 0) + dx), clamp((at?.other ?? 0) + dy));
  };
  const name = (bar: number) => barSpan(bars, bar, bar);
  return (
    <div
      className="map-picture"
      role="application"
      tabIndex={0}
      aria-label={
        at
          ? say`The piece against itself; pointing at bars ${name(at.bar)} and ${name(at.other)}.
            Arrow keys move.`
          : say`The piece against itself. Arrow keys point.`
      }
      onPointerDown={point}
      onPointerMove={(event) => event.buttons === 1 && point(event)}
      onKeyDown={key}
    >
      <canvas ref={canvas} width={size} height={size} />
      <svg viewBox={`0 0 ${SIDE} ${SIDE}`} aria-hidden>
        {sections.map((section) => (
          <g key={section.id}>
            <line
              className="map-line"
              x1={section.from.bar * unit}
              x2={section.from.bar * unit}
              y1={0}
              y2={SIDE}
            />
            <line
              className="map-line"
              y1={section.from.bar * unit}
              y2={section.from.bar * unit}
              x1={0}
              x2={SIDE}
            />
            {(section.to.bar - section.from.bar) * unit > section.name.length * 8 && (
              <text className="map-name" x={section.from.bar * unit + 3} y={13}>
                {section.name}
              </text>
            )}
          </g>
        ))}
        {at && (
          <rect
            className="map-at"
            x={at.bar * unit}
            y={at.other * unit}
            width={Math.max(6, unit)}
            height={Math.max(6, unit)}
          />
        )}
      </svg>
    </div>
  );
}

/** `#rrggbb` as numbers. */
const rgb = (hex: string): number[] =>
  [1, 3, 5].map((i) => parseInt(hex.trim().slice(i, i + 2), 16));
