import { say } from "@yarrow-ridge/core/words";
import { BassAsk } from "./accordion/BassAsk.tsx";
import { BassBoard } from "./accordion/BassBoard.tsx";
import { BellowsDrawing } from "./accordion/BellowsDrawing.tsx";
import { BellowsStrip } from "./accordion/BellowsStrip.tsx";
import { ReedsDrawing } from "./accordion/ReedsDrawing.tsx";
import { NeckAsk } from "./guitar/NeckAsk.tsx";
import { NeckBoard } from "./guitar/NeckBoard.tsx";
import { onTablature, TabLine } from "./guitar/TabLine.tsx";
import { HarpBoard } from "./harp/HarpBoard.tsx";
import { HarpDrawing } from "./harp/HarpDrawing.tsx";
import { HarpEntry } from "./harp/HarpEntry.tsx";
import { HarpStrip } from "./harp/HarpStrip.tsx";
import { LeverEntry } from "./harp/LeverEntry.tsx";
import { Keyboard } from "./keyboard/Keyboard.tsx";
import { KeyboardAsk, KeyboardAsked } from "./keyboard/KeyboardAsk.tsx";
import { PositionDrawing } from "./keyboard/Positions.tsx";
import { OrnamentDrawing } from "./ornaments/OrnamentDrawing.tsx";
import { OrnamentStrip } from "./ornaments/OrnamentStrip.tsx";
import { OrganAsk } from "./organ/OrganAsk.tsx";
import { OrganBoard } from "./organ/OrganBoard.tsx";
import { StopsEntry } from "./organ/StopsEntry.tsx";
import { PedalDrawing } from "./piano/PedalDrawing.tsx";
import { PedalPanel } from "./piano/PedalPanel.tsx";
import { PedalStrip } from "./piano/PedalStrip.tsx";
import type { InstrumentView, StratumView } from "./view.ts";

const keys = { Board: Keyboard, Ask: KeyboardAsk, Asked: KeyboardAsked };
const position: StratumView = { Drawing: PositionDrawing };
const pedal: StratumView = { Drawing: PedalDrawing, Panel: PedalPanel, Strip: PedalStrip };

/** What the generic views do not do for an instrument; a line for each that needs it. */
const views: Readonly<Record<string, InstrumentView>> = {
  piano: { ...keys, strata: { pedal, position } },
  accordion: {
    Board: BassBoard,
    Ask: BassAsk,
    strata: {
      bellows: { Drawing: BellowsDrawing, Strip: BellowsStrip },
      reeds: { Drawing: ReedsDrawing },
    },
  },
  guitar: {
    Board: NeckBoard,
    Told: NeckAsk,
    line: {
      ...{ Drawing: TabLine, name: say`the tablature`, room: 23 },
      ...{ of: "string", shows: onTablature },
    },
  },
  harp: {
    Board: HarpBoard,
    strata: {
      "harp-pedals": { Drawing: HarpDrawing, Entry: HarpEntry, Strip: HarpStrip },
      "harp-levers": { Entry: LeverEntry },
    },
  },
  organ: {
    Board: OrganBoard,
    Ask: OrganAsk,
    Asked: KeyboardAsked,
    strata: { position, registration: { Entry: StopsEntry } },
  },
};

export const viewOf = (instrument: string): InstrumentView => views[instrument] ?? {};

/** Kinds of marks that look the same on every instrument. */
const shared: Readonly<Record<string, StratumView>> = {
  ornaments: { Drawing: OrnamentDrawing, Strip: OrnamentStrip },
};

export const stratumView = (instrument: string, stratum: string): StratumView =>
  viewOf(instrument).strata?.[stratum] ?? shared[stratum] ?? {};
