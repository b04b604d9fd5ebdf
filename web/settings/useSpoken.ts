import { create } from "zustand";
import { persist } from "zustand/middleware";
import { usualIn, type Spoken } from "./spoken.ts";

interface Chosen {
  /** What was chosen otherwise than usual. */
  readonly chosen: Partial<Spoken>;
  readonly set: (change: Partial<Spoken>) => void;
}

export const useChosen = create<Chosen>()(
  persist(
    (set) => ({
      chosen: {},
      set: (change) => set(({ chosen }) => ({ chosen: { ...chosen, ...change } })),
    }),
    { name: "yarrow-ridge-spoken" },
  ),
);

/** As the browser has it, looked up once. */
const USUAL = usualIn(navigator.language);

/** How dates, times and lengths are said here: as the browser has it, or as was chosen. */
export const useSpoken = (): Spoken => {
  const { chosen } = useChosen();
  return { ...USUAL, ...chosen };
};
