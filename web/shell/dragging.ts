import type { PointerEvent } from "react";

/**
 * Follows a pointer that went down on a handle until it is let go, or Esc or the browser takes it
 * back.
 */
export function follow(
  event: PointerEvent<HTMLElement>,
  move: (now: globalThis.PointerEvent) => void,
  end: (commit: boolean) => void,
): void {
  const handle = event.currentTarget;
  handle.setPointerCapture(event.pointerId);
  const finish = (commit: boolean) => {
    handle.removeEventListener("pointermove", move);
    handle.removeEventListener("pointerup", up);
    handle.removeEventListener("pointercancel", cancel);
    window.removeEventListener("keydown", esc);
    end(commit);
  };
  const [up, cancel] = [() => finish(true), () => finish(false)];
  const esc = (now: KeyboardEvent) => {
    if (now.key === "Escape") finish(false);
  };
  handle.addEventListener("pointermove", move);
  handle.addEventListener("pointerup", up);
  handle.addEventListener("pointercancel", cancel);
  window.addEventListener("keydown", esc);
}
