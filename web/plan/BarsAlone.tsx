import { say, small } from "@yarrow-ridge/core/words";
import { Button, TextField } from "@mui/material";
import type { PlanAnswer } from "@yarrow-ridge/contract";
import { handName, instrument as instrumentOf } from "@yarrow-ridge/core/instruments";
import { barsNamed, barSpan, type Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { putAdded, takeIn } from "./cardEdits.ts";

/** Hard bars the teacher has practised alone, and what is left out of the plan. */
export function BarsAlone({
  plan,
  score,
  instrument,
}: {
  plan: PlanAnswer;
  score: Score;
  instrument: string;
}) {
  const [typed, setTyped] = useState("");
  const bars = barsNamed(score.bars, typed);
  const add = () => {
    if (!bars) return;
    void putAdded(plan, [...plan.added, { from: bars[0], to: bars[1] }]);
    setTyped("");
  };
  return (
    <details open={plan.added.length > 0 || plan.dropped.length > 0}>
      <summary>{say`Bars alone, bars left out`}</summary>
      <div className="stack" style={{ paddingTop: 12 }}>
        <form
          className="row"
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <TextField
            label={say`Bars such as 12 or 9–12`}
            size="small"
            sx={{ width: 220 }}
            value={typed}
            error={typed !== "" && !bars}
            helperText={typed !== "" && !bars && say`not in this piece`}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button type="submit" variant="outlined" disabled={!bars}>{say`Practise alone`}</Button>
        </form>
        {plan.added.map((one, i) => (
          <div key={`${one.from} ${one.to} ${i}`} className="row spread">
            <span>{say`Alone: ${one.from === one.to ? say`bar` : say`bars`}
              ${barSpan(score.bars, one.from, one.to)}`}</span>
            <Button
              size="small"
              onClick={() =>
                void putAdded(
                  plan,
                  plan.added.filter((other) => other !== one),
                )
              }
            >{say`Remove`}</Button>
          </div>
        ))}
        {plan.dropped.map(({ unit, bars, hands }) => (
          <div key={unit} className="row spread">
            <span>{say`Left out: ${bars},
              ${small(handName(instrumentOf(instrument), hands))}`}</span>
            <Button size="small" onClick={() => void takeIn(plan, unit)}>{say`Take it in`}</Button>
          </div>
        ))}
        <p className="small soft">{say`The hardest tenth of the bars, and bars that did not move on
          two visits, are practised alone without asking.`}</p>
      </div>
    </details>
  );
}
