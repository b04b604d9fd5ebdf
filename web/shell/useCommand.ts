import { useHotkeys, type HotkeyCallback, type Options } from "react-hotkeys-hook";
import { commandOf, type CommandId } from "./keys.ts";

/** What does something of its own with Enter or the space bar while it has the focus. */
const CONTROLS =
  "button, a[href], summary, input, select, textarea, [role=button], [role=combobox]";

/** A key does what the focused control says: Enter on "Rub out" rubs out, whatever it means. */
const belongsToControl = ({ key, target }: KeyboardEvent): boolean =>
  (key === "Enter" || key === " ") &&
  target instanceof Element &&
  target.closest(CONTROLS) !== null;

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
  useHotkeys(
    [...commandOf(id).keys],
    does,
    { ignoreEventWhen: belongsToControl, ...options },
    depends && [...depends],
  );
};
