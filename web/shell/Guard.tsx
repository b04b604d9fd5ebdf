import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { ReactNode } from "react";
import { ErrorBoundary, type FallbackProps } from "react-error-boundary";

/** A part of the program that did not come: the browser remembers that until the page is new. */
const NOT_LOADED = /dynamically imported module|preload CSS|Loading chunk|Importing a module/i;

function Failed({ error, resetErrorBoundary, what }: FallbackProps & { what: string }) {
  const message = error instanceof Error ? error.message : String(error);
  const missing = NOT_LOADED.test(message);
  return (
    <div className="stack card" role="alert" style={{ margin: 24, maxWidth: 560 }}>
      <h2>{say`${what} did not open`}</h2>
      <p>{say`${
        missing
          ? say`A part of the program could not be loaded. Check that the program is running.`
          : say`Something went wrong in this part; the rest is as it was.`
      } Nothing you did is lost.`}</p>
      {!missing && <p className="small soft">{message.slice(0, 200)}</p>}
      <div className="row">
        <Button
          variant="contained"
          onClick={() => (missing ? location.reload() : resetErrorBoundary())}
        >{say`Try again`}</Button>
      </div>
    </div>
  );
}

/** Where a part fails, to load or by an error, it says so in its place; the rest stays. */
export function Guard({
  what,
  again,
  children,
}: {
  /** At the beginning of a sentence. */
  what: string;
  /** A new value is a new start. */
  again?: unknown;
  children: ReactNode;
}) {
  return (
    <ErrorBoundary
      resetKeys={[again]}
      fallbackRender={(failed) => <Failed {...failed} what={what} />}
    >
      {children}
    </ErrorBoundary>
  );
}
