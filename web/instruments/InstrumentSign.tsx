import { instrument } from "@yarrow-ridge/core/instruments";

/** Line drawings in a square of 24, by instrument. */
const LINES: Readonly<Record<string, string>> = {
  piano: "M3 5h18v14H3z M9 5v14 M15 5v14 M7.5 5v8h3V5 M13.5 5v8h3V5",
  organ:
    "M4 20V9l1.5-2L7 9v11 M8.5 20V6L10 4l1.5 2v14 M13 20V6l1.5-2L16 6v14 M17.5 20V9L19 7l1.5 2v11 M3 20h18",
  harp: "M6 3c0 7 0 12 3 18 M6 3c4 4 8 1 12 5 M9 21L18 8 M8 9l5 6 M7 6l8 7 M9 4.5l7 6",
  guitar:
    "M20 4l-8 8 M18.5 2.5l3 3 M12 12a4 4 0 0 0-6 1 4.5 4.5 0 0 0-2 7 4.5 4.5 0 0 0 7-2 4 4 0 0 0 1-6z M8 16h.01",
  accordion:
    "M3 5h4v14H3z M17 5h4v14h-4z M7 7l2 2-2 2 2 2-2 2 2 2 M12 6l1.5 2-1.5 2 1.5 2-1.5 2 1.5 2-1.5 2 M17 7l-2 2 2 2-2 2 2 2-2 2",
};

/** An instrument as a small drawing with its name. */
export function InstrumentSign({ kind }: { kind: string }) {
  const { name } = instrument(kind);
  return (
    <span className="instrument-sign">
      <svg viewBox="0 0 24 24" width={18} height={18} aria-hidden>
        <path d={LINES[kind] ?? ""} fill="none" stroke="currentColor" strokeWidth={1.5} />
      </svg>{" "}
      {name}
    </span>
  );
}
