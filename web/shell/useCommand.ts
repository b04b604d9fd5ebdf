import { useHotkeys, type HotkeyCallback, type Options } from "react-hotkeys-hook";
import { commandOf, type CommandId } from "./keys.ts";

/**
 * Listens to the keys of a command of the table.
 *
 * @param depends what the callback depends on; it is always the latest one when not given
 */
export const useCommand = (
  id: CommandId,
  does: HotkeyCallback,
  options: Options = {},
  depends?: readonly unknown[],
): void => {
  useHotkeys([...commandOf(id).keys], does, options, depends && [...depends]);
};
