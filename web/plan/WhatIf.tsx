import { say } from "@yarrow-ridge/core/words";
import type { Answer, Body } from "@yarrow-ridge/contract";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { inquire } from "../outbox/inquire.ts";
import { dayAndMonth } from "../settings/spokenDates.ts";
import type { Spoken } from "../words/spoken.ts";
import { useSpoken } from "../words/useSpoken.ts";

/** Milliseconds of rest before what was typed is worked out. */
const REST = 500;

/** What laying the plan out again would change, before it is done. */
export function WhatIf({ planId, change }: { planId: string; change: Body<"whatIf"> }) {
  const spoken = useSpoken();
  const asked = useRested(JSON.stringify(change));
  const { data, error, isPending } = useQuery({
    queryKey: ["whatIf", planId, asked],
    queryFn: () =>
      inquire("whatIf", { params: { id: planId }, body: JSON.parse(asked!) as Body<"whatIf"> }),
    enabled: asked !== undefined,
    retry: false,
    // once it is laid out there is nothing more to ask of the plan that was
    refetchOnMount: false,
  });
  return (
    <div className="what-if" role="status" aria-live="polite">
      <h3>{say`Laid out like this`}</h3>
      {error ? (
        <p>{error.message}</p>
      ) : isPending ? (
        <p className="soft">{say`Working out what would change …`}</p>
      ) : (
        sentences(data, spoken).map((text) => <p key={text}>{text}</p>)
      )}
    </div>
  );
}

/** What was typed, once nothing more is typed for a while. */
function useRested(text: string): string | undefined {
  const [rested, setRested] = useState<string>();
  useEffect(() => {
    const timer = setTimeout(() => setRested(text), REST);
    return () => clearTimeout(timer);
  }, [text]);
  return rested;
}

function sentences(would: Answer<"whatIf">, spoken: Spoken): string[] {
  const { stay, move, go, come } = would.cards;
  const { now, then } = would.learnt;
  return [
    would.message,
    ...(then === null || then === now
      ? []
      : [
          say`Learnt by ${dayAndMonth(then, spoken)}${
            now === null
              ? "."
              : say`, now by
            ${dayAndMonth(now, spoken)}.`
          }`,
        ]),
    move + go + come === 0
      ? say`Nothing changes in the next ${would.days} days.`
      : say`Cards of the next ${would.days} days: ${stay} stay, ${move} on another day, ${go} gone,
        ${come} new.`,
    ...would.others.map(
      ({ pieceTitle, missing }) =>
        say`${pieceTitle}: ${missing.then === 0 ? say`fits` : say`${missing.then} min missing`}
          then, ${missing.now === 0 ? say`fits` : say`${missing.now} min missing`} now.`,
    ),
  ];
}
