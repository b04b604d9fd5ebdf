/** The harp's strings and settings, for what works at them; screens that show it load it. */
export { placedSigns } from "./fingers/signs.ts";
export { chordClasses, glissandiOf } from "./glissando.ts";
export type { Glissando } from "./glissando.ts";
export { isFixed, leversAt, leversText, stringsOf, tunedAlter, withLever } from "./leverSetting.ts";
export type { HarpNote } from "./notes.ts";
export { pedalsText, settingAt, withPedal } from "./setting.ts";
export { harpOf, tunedTo, USUAL_MOVE } from "./setup.ts";
export { keysWithoutFlips, tuningOf, tuningsFor } from "./tunings.ts";
export type { Tried } from "./tunings.ts";
export {
  called,
  LEVER_HARP,
  letterOf,
  PEDAL_HARP,
  PEDALS,
  stringName,
  writtenString,
} from "./strings.ts";
export type { Alter, Harp, Letter, Setting } from "./strings.ts";
export { FOOT, type SettingOptions } from "./settings/asked.ts";
export { proposeInBars, proposeSettings } from "./settings/index.ts";
export type { Settings } from "./settings/index.ts";
