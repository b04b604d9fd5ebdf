import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { Score } from "@yarrow-ridge/core/score";
import { BarLinks } from "../piece/BarLinks.tsx";
import { useDesk } from "../piece/useDesk.ts";

/** Where the same music takes the same fingers, of the ways that stand in pencil. */
export function Counterparts({ score, free }: { score: Score; free: (id: string) => boolean }) {
  const { pencil, advice, set } = useDesk();
  if (advice.counterparts.length === 0) return null;
  const along = advice.ways
    .filter((way) => [...way.fingers].every(([id, one]) => !free(id) || pencil.get(id) === one))
    .flatMap((way) => [...way.elsewhere])
    .filter(([id]) => free(id) && !pencil.has(id));
  return (
    <p>
      {say`The same in `}
      <BarLinks
        bars={advice.counterparts}
        score={score}
        word="bar"
        onOpen={(from, to) => set({ chosen: { from, to } })}
      />
      .{" "}
      {along.length > 0 && (
        <Button
          size="small"
          onClick={() => set({ pencil: new Map([...pencil, ...along]) })}
        >{say`Pencil them there too`}</Button>
      )}
    </p>
  );
}
