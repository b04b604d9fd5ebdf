import { say } from "@yarrow-ridge/core/words";
import CloudDoneIcon from "@mui/icons-material/CheckCircleOutlined";
import WaitingIcon from "@mui/icons-material/Schedule";
import AwayIcon from "@mui/icons-material/LinkOff";
import { Button } from "@mui/material";
import { keeps } from "./device.ts";
import { sendNow, useOutbox } from "./outbox.ts";
import "./outbox.css";

/** Whether what was done is stored: quiet, and true as long as it is shown. */
export function OutboxSign() {
  const { entries, reached, keeping, looked } = useOutbox();
  const count = entries.filter(({ state }) => state === "waiting").length;
  const resting = looked ? "stored" : "looking";
  const state = count === 0 ? resting : reached ? "waiting" : "away";
  const some = count === 1 ? say`one edit` : say`${count} edits`;
  const safe = !keeps()
    ? say`kept only while this page is open`
    : keeping
      ? say`being written down`
      : say`kept on this device`;
  return (
    <span
      className={`outbox-sign ${state}`}
      aria-live="polite"
      data-outbox={state}
      data-waiting={count}
      data-keeping={keeping}
    >
      {state === "stored" && (
        <>
          <CloudDoneIcon fontSize="inherit" />
          {say` stored`}
        </>
      )}
      {state === "waiting" && (
        <>
          <WaitingIcon fontSize="inherit" />
          {say` ${some} not stored yet`}
        </>
      )}
      {state === "away" && (
        <>
          <AwayIcon fontSize="inherit" />
          {say` The studio cannot be reached: ${some} ${safe}`}
          <Button size="small" onClick={sendNow}>{say`Try now`}</Button>
        </>
      )}
    </span>
  );
}
