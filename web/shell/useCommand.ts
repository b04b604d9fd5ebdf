import { useHotkeys, type Options } from "react-hotkeys-hook";
import { commandOf, type CommandId } from "./keys.ts";
import { typedKeys } from "./typedKeys.ts";

/** What does something of its own with Enter or the space bar while it has the focus. */
const CONTROLS =
  "button, a[href], summary, input, select, textarea, [role=button], [role=combobox]";

/** A key does what the focused control says: Enter on "Rub out" rubs out, whatever it means. */
const belongsToControl = ({ key, target }: KeyboardEvent): boolean =>
  (key === "Enter" || key === " ") &&
  target instanceof Element &&
  target.closest(CONTROLS) !== null;

const isMac =
  typeof navigator !== "undefined" &&
  /mac/i.test(navigator.userAgent) &&
  !/iphone|ipad/i.test(navigator.userAgent);

/**
 * Listens to keys, named as in the table of commands.
 *
 * @param does told which of the keys it was
 * @param depends what the callback depends on; it is always the latest one when not given
 */
export function useKeys(
  keys: readonly string[],
  does: (event: KeyboardEvent, key: string) => void,
  { preventDefault, ...options }: Options = {},
  depends?: readonly unknown[],
): void {
  useHotkeys(
    "*",
    (event) => {
      const key = typedKeys(event, isMac).find((one) => keys.includes(one));
      if (key === undefined) return;
      if (preventDefault === true) event.preventDefault();
      does(event, key);
    },
    { ignoreEventWhen: belongsToControl, ...options },
    depends && [...depends, ...keys],
  );
}

/** Listens to the keys of a command of the table. */
export const useCommand = (
  id: CommandId,
  does: (event: KeyboardEvent, key: string) => void,
  options: Options = {},
  depends?: readonly unknown[],
): void => useKeys(commandOf(id).keys, does, options, depends);
