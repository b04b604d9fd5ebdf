import { useHotkeys, type Options } from "react-hotkeys-hook";
import { commandOf, type CommandId } from "./keys.ts";
import { typedKeys } from "./typedKeys.ts";

/** What does something of its own with Enter or the space bar while it has the focus. */
const CONTROLS =
  "button, a[href], summary, input, select, textarea, [role=button], [role=combobox]";

/** What opens over a page: letters choose in it, or are typed. */
const OPENED = "[role=menu], [role=listbox], [role=dialog]";

/** What the arrow keys move in. */
const MOVED_IN = "[role=tablist], [role=slider], [role=radiogroup], input[type=radio]";

/** A key does what the focused control says: Enter on "Rub out" rubs out, whatever it means. */
const belongsToControl = ({ key, target }: KeyboardEvent): boolean =>
  target instanceof Element &&
  (target.closest(OPENED) !== null ||
    ((key === "Enter" || key === " ") && target.closest(CONTROLS) !== null) ||
    (key.startsWith("Arrow") && target.closest(MOVED_IN) !== null) ||
    // a closed list opens by up and down
    (/^Arrow(Up|Down)$/.test(key) && target.closest("[role=combobox]") !== null));

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
