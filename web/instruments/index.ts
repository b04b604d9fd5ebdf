import { Keyboard } from "./keyboard/Keyboard.tsx";
import { PedalDrawing } from "./keyboard/PedalDrawing.tsx";
import { PositionDrawing } from "./keyboard/Positions.tsx";
import type { InstrumentView } from "./view.ts";

export type { BoardProps, DrawingProps, InstrumentView } from "./view.ts";

/** What the generic views do not do for an instrument; a line for each that needs it. */
const views: Readonly<Record<string, InstrumentView>> = {
  piano: { Board: Keyboard, drawings: { pedal: PedalDrawing, position: PositionDrawing } },
  organ: { Board: Keyboard, drawings: { position: PositionDrawing } },
};

export const viewOf = (instrument: string): InstrumentView => views[instrument] ?? {};
