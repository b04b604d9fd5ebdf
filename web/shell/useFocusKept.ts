import { useEffect } from "react";

/** What a control lies in that can be read on from. */
const REGIONS = "section, aside, form, main, li, [role=tabpanel], [role=dialog], .card";

/** The nearest region that is left of those the focus was in. */
const nearest = (path: readonly HTMLElement[]): HTMLElement | null =>
  path.find((one) => one.isConnected && one.matches(REGIONS)) ??
  document.querySelector<HTMLElement>("main");

/**
 * Keeps the focus on the page: when the control that has it is taken away (deleted, dragged,
 * disabled by its own press), what it lay in gets it instead of the body. No other control does, so
 * that Enter never presses what nobody chose.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let path: HTMLElement[] = [];
    const remember = (event: FocusEvent) => {
      path = [];
      for (let at = event.target as HTMLElement | null; at; at = at.parentElement) path.push(at);
    };
    let asked = 0;
    const look = () => {
      asked = 0;
      const [held] = path;
      if (!held || document.activeElement !== document.body) return;
      if (held.isConnected && !held.matches(":disabled")) return;
      const region = nearest(path.slice(1));
      if (!region) return;
      if (!region.hasAttribute("tabindex")) region.tabIndex = -1;
      region.focus({ preventScroll: true });
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
