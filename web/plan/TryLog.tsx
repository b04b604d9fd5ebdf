import { plain, say } from "@yarrow-ridge/core/words";
import { handName, instrument as instrumentOf } from "@yarrow-ridge/core/instruments";
import dayjs from "dayjs";
import { useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { Tempo } from "../piece/Tempo.tsx";
import { dayAndMonth, timeText } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Pager } from "../shell/Pager.tsx";

/** Every try, the newest first. */
export function TryLog({ assignmentId, instrument }: { assignmentId: string; instrument: string }) {
  const spoken = useSpoken();
  const [page, setPage] = useState(1);
  const [open, setOpen] = useState(false);
  const log = useAnswer("log", { id: assignmentId }, { page: String(page) }, open).data;
  return (
    <details className="card" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        <b className="serif">{say`Log`}</b> <span className="soft">{say`every try`}</span>
      </summary>
      {log && log.total === 0 && <p className="soft">{say`No try yet. Open a card and begin.`}</p>}
      {log && log.total > 0 && (
        <>
          <table className="log">
            <thead>
              <tr>
                <th>{say`When`}</th>
                <th>{say`Bars`}</th>
                <th>{say`Hands`}</th>
                <th>{say`Tempo`}</th>
                <th>{say`Try`}</th>
              </tr>
            </thead>
            <tbody>
              {log.items.map((one) => (
                <tr key={one.id}>
                  <td>
                    {dayAndMonth(dayjs(one.at).format("YYYY-MM-DD"), spoken, true)}{" "}
                    {timeText(dayjs(one.at).format("HH:mm"), spoken)}
                  </td>
                  <td>{plain(one.bars).replace(/^bars? /, "")}</td>
                  <td>{handName(instrumentOf(instrument), one.hands)}</td>
                  <td>
                    <Tempo beat={one.beat} tempo={one.tempo} />
                  </td>
                  <td>
                    {one.result === "clean" ? say`● clean` : say`✕ slip`}
                    {one.promoted ? say` ↑ step earned` : ""}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <Pager list={log} onPage={setPage} />
        </>
      )}
    </details>
  );
}
