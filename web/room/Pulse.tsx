import type { useSounding } from "../audio/useSounding.ts";

export type Sounding = ReturnType<typeof useSounding>;
export function Pulse({
  beat,
}: {
  beat: { strong: boolean; countIn: boolean; at: number; count: number } | undefined;
}) {
  return (
    <span
      key={beat?.count}
      className={`pulse${beat?.strong ? " strong" : ""}${beat?.countIn ? " count" : ""}`}
      data-beat={beat?.count ?? 0}
      data-at={beat?.at}
      data-countin={beat?.countIn ? "yes" : "no"}
      aria-hidden
    />
  );
}
