import { say } from "@yarrow-ridge/core/words";

/** What stands beside the picture of an instrument: whose hand, and what its dots mean. */
export function BoardLegend({ label }: { label: string }) {
  return (
    <div className="soft small">
      {label}
      <br />
      {say`● now`}
      <br />
      {say`◌ next`}
    </div>
  );
}
