import { say } from "@yarrow-ridge/core/words";
import type { ReactNode } from "react";

/** What stands beside the picture of an instrument: whose hand, and what its dots mean. */
export function BoardLegend({ label, children }: { label: string; children?: ReactNode }) {
  return (
    <div className="soft small">
      {label}
      <br />
      {say`● now`}
      {children ? " " : <br />}
      {say`◌ next`}
      {children}
    </div>
  );
}
