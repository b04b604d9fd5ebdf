import { useState, type KeyboardEvent, type ReactNode } from "react";

/**
 * A picture on the bar axis that is one stop for the Tab key: the arrows go from bar to bar and say
 * what stands there, Enter opens it. Whatever carries `data-bar` inside is opened by a click.
 */
export function BarStop({
  label,
  count,
  text,
  onOpen,
  children,
}: {
  label: string;
  count: number;
  /** What stands in a bar, in words. */
  text: (bar: number) => string;
  onOpen: (bar: number) => void;
  children: (bar: number | undefined) => ReactNode;
}) {
  const [bar, setBar] = useState(0);
  const [held, setHeld] = useState(false);
  const key = (event: KeyboardEvent) => {
    const to = {
      ArrowRight: bar + 1,
      ArrowLeft: bar - 1,
      PageDown: bar + 8,
      PageUp: bar - 8,
      Home: 0,
      End: count - 1,
    }[event.key];
    if (event.key === "Enter") onOpen(bar);
    else if (to !== undefined) setBar(Math.max(0, Math.min(count - 1, to)));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      className="bar-stop"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={1}
      aria-valuemax={count}
      aria-valuenow={bar + 1}
      aria-valuetext={text(bar)}
      onKeyDown={key}
      onFocus={(event) => setHeld(event.currentTarget.matches(":focus-visible"))}
      onBlur={() => setHeld(false)}
      onClick={(event) => {
        const cell = (event.target as Element).closest<HTMLElement>("[data-bar]");
        if (cell) onOpen(Number(cell.dataset.bar));
      }}
    >
      {children(held ? bar : undefined)}
    </div>
  );
}
