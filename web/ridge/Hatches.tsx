import type { Family } from "./families.ts";

/** SVG patterns, one for each family: slants, bars, dots. */
export function Hatches({ families, id }: { families: Iterable<Family>; id: string }) {
  return (
    <defs>
      {[...families].map(({ key, tone, hatch }) => (
        <pattern
          key={key}
          id={hatchId(id, key)}
          width="8"
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform={TURN[hatch]}
        >
          <rect width="8" height="8" fill={tone} fillOpacity="0.16" />
          {hatch === 5 ? (
            <circle cx="4" cy="4" r="1.6" fill={tone} />
          ) : (
            <line x1="0" y1="4" x2="8" y2="4" stroke={tone} strokeWidth={hatch === 3 ? 3 : 1.6} />
          )}
          {hatch === 4 && <line x1="4" y1="0" x2="4" y2="8" stroke={tone} strokeWidth="1" />}
        </pattern>
      ))}
    </defs>
  );
}

const TURN = ["rotate(-45)", "rotate(45)", "rotate(0)", "rotate(90)", "rotate(30)", "rotate(0)"];

export const hatchId = (id: string, key: string): string =>
  `${id}-${[...key].map((char) => char.codePointAt(0)!.toString(36)).join("-")}`;
