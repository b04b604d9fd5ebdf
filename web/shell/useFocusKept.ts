import { useEffect } from "react";

/** Controls that take no letters: a key that follows does what it did before. */
const CONTROLS = "a[href], button:not(:disabled), [role=slider]";

/** The nearest that is left of where the focus was: a control beside it, or what held it. */
function nearest(path: readonly Element[]): HTMLElement | undefined {
  for (const one of path.slice(1)) {
    if (!one.isConnected || one === document.body) continue;
    const control = [...one.querySelectorAll<HTMLElement>(CONTROLS)].find(
      (each) => each.offsetParent !== null,
    );
    if (control) return control;
  }
  return document.querySelector<HTMLElement>("main") ?? undefined;
}

/**
 * Keeps the focus on the page: when the control that has it is taken away (deleted, dragged,
 * disabled by its own press), the nearest that is left gets it instead of the body.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let path: Element[] = [];
    const remember = (event: FocusEvent) => {
      path = [];
      for (let at = event.target as Element | null; at; at = at.parentElement) path.push(at);
    };
    let asked = 0;
    const look = () => {
      asked = 0;
      const [held] = path;
      if (!held || document.activeElement !== document.body) return;
      if (held.isConnected && !held.matches(":disabled")) return;
      nearest(path)?.focus({ preventScroll: true });
    };
    const ask = () => {
      if (document.activeElement === document.body && path.length > 0)
        asked ||= requestAnimationFrame(look);
    };
    const watcher = new MutationObserver(ask);
    watcher.observe(document.body, {
      subtree: true,
      childList: true,
      attributeFilter: ["disabled"],
    });
    document.addEventListener("focusin", remember);
    return () => {
      watcher.disconnect();
      cancelAnimationFrame(asked);
      document.removeEventListener("focusin", remember);
    };
  }, []);
}
