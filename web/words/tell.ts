import { enqueueSnackbar, type OptionsObject } from "notistack";
import { spoken } from "./voice.ts";

/** Tells something in passing, at the edge of the screen. */
export const tell = (message: string, options?: OptionsObject) =>
  enqueueSnackbar(spoken(message), options);
