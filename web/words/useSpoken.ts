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

/** The same where nothing is drawn anew. */
export const spokenNow = (): Spoken => ({ ...USUAL, ...useChosen.getState().chosen });

/** In which language and terms everything is drawn: set anew when other ones were chosen. */
export const useWording = create<{ readonly wording: string; readonly change: () => void }>()(
  (set) => ({
    wording: wordingNow(),
    change: () => set({ wording: wordingNow() }),
  }),
);

function wordingNow(): string {
  const { language, bars, noteValues } = spokenNow();
  return [language, bars, noteValues].join(" ");
}
