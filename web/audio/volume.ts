import { create } from "zustand";
import { persist } from "zustand/middleware";

/** How loud everything sounds that this program plays, 0 to 1. */
export const useVolume = create<{ volume: number; set: (volume: number) => void }>()(
  persist((set) => ({ volume: 0.8, set: (volume) => set({ volume }) }), {
    name: "yarrow-ridge-volume",
  }),
);
