import { say, small } from "@yarrow-ridge/core/words";
import {
  drawnAfter,
  jobsIn,
  limbsOf,
  manualName,
  nearestFree,
  registrationText,
  understood,
  whoIsFree,
} from "@yarrow-ridge/core/instruments/organ";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  beatName,
  comparePlaces,
  quartersAt,
  type Mark,
  type Place,
} from "@yarrow-ridge/core/score";
import { Button, Checkbox, FormControlLabel, MenuItem, TextField } from "@mui/material";
import { useMemo, useState } from "react";
import type { EntryProps } from "../view.ts";

/** Stops in words, a combination, the swell: and who can make the change here. */
export function StopsEntry(props: EntryProps) {
  const { marks, here } = props;
  const stands = here && marks.find(({ from }) => comparePlaces(from, here) === 0);
  // another place or another mark begins with what stands there
  const place = here ? `${here.bar} ${here.offset.num}/${here.offset.den}` : "";
  return <StopsFields key={`${stands?.id ?? ""} ${place}`} {...props} stands={stands} />;
}

function StopsFields({
  marks,
  here,
  write,
  score,
  tempo,
  said,
  piece,
  stands,
}: EntryProps & { stands: Mark | undefined }) {
  const [data, setData] = useState<Mark["data"]>(stands?.data ?? {});
  const earlier = useMemo(
    () =>
      here
        ? marks
            .filter(({ from }) => comparePlaces(from, here) < 0)
            .sort((a, b) => comparePlaces(a.from, b.from))
            .map((mark) => mark.data)
        : [],
    [marks, here],
  );
  // stops that are added or taken away, as they stand then
  const drawn = drawnAfter([...earlier, data]).at(-1)!.stops;
  // not with every letter that is typed
  const limbs = useMemo(() => {
    const parts = said.find(({ aspect }) => aspect.id === "part")?.values;
    return limbsOf(score, new Map([...(parts ?? [])].map(([id, { finger }]) => [id, finger])));
  }, [score, said]);
  const put = (field: string, value: string | number | true | undefined) => {
    const { [field]: _, ...rest } = data;
    setData(value === undefined || value === "" ? rest : { ...rest, [field]: value });
  };
  const stops = understood(data.stops === undefined ? "" : (drawn as string));
  const told = stops.filter(({ feet, family }) => feet ?? family);
  const manuals = Array.from({ length: Number(piece.setup?.["manuals"] ?? 2) }, (_, i) => i + 1);
  const isNew = JSON.stringify(data) !== JSON.stringify(stands?.data ?? {});
  return (
    <div className="stack">
      <TextField
        label={say`Stops`}
        placeholder={say`Principal 8′, Flute 4′`}
        value={data.stops ?? ""}
        disabled={!here}
        multiline
        slotProps={{ htmlInput: { maxLength: 200 } }}
        helperText={
          told.length > 0 &&
          told
            .map(({ feet, family, text }) =>
              [feet && `${feet}′`, family ?? text].filter(Boolean).join(" "),
            )
            .join(" · ")
        }
        onChange={({ target }) => put("stops", target.value)}
      />
      <div className="for-whom-pair">
        <TextField
          label={say`Combination`}
          type="number"
          value={data.combination ?? ""}
          disabled={!here}
          slotProps={{ htmlInput: { min: 1, max: 999 } }}
          onChange={({ target }) =>
            put("combination", target.value ? Math.round(Number(target.value)) : undefined)
          }
        />
        <TextField
          select
          label={say`Swell`}
          value={data.swell ?? ""}
          disabled={!here}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={({ target }) => put("swell", target.value)}
        >
          <MenuItem value="">{say`as it is`}</MenuItem>
          <MenuItem value="open">{say`open`}</MenuItem>
          <MenuItem value="close">{say`close`}</MenuItem>
        </TextField>
      </div>
      <div className="for-whom-pair">
        {(["right", "left"] as const).map((hand) => (
          <TextField
            key={hand}
            select
            label={hand === "right" ? say`Right hand on` : say`Left hand on`}
            value={data[hand] ?? ""}
            disabled={!here}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            onChange={({ target }) => put(hand, target.value === "" ? "" : Number(target.value))}
          >
            <MenuItem value="">{say`as it was`}</MenuItem>
            {manuals.map((one) => (
              <MenuItem key={one} value={one}>{say`manual ${manualName(one)}`}</MenuItem>
            ))}
          </TextField>
        ))}
      </div>
      <TextField
        label={say`Couplers`}
        placeholder={say`II to I`}
        value={data.couplers ?? ""}
        disabled={!here}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onChange={({ target }) => put("couplers", target.value)}
      />
      <FormControlLabel
        label={say`An assistant makes the change`}
        control={
          <Checkbox
            checked={data.assistant === true}
            disabled={!here}
            onChange={({ target }) => put("assistant", target.checked || undefined)}
          />
        }
      />
      {here && (
        <p className="soft" role="status">
          {data.stops !== undefined &&
            drawn !== data.stops &&
            say`Then drawn: ${drawn as string}. `}
          {whoText({ data, earlier, here, score, tempo, limbs })}
        </p>
      )}
      <div className="row">
        <Button
          variant="contained"
          disabled={!here || !isNew}
          onClick={() => write(Object.keys(data).length ? data : undefined)}
        >{say`Write it`}</Button>
        {stands && <Button onClick={() => write(undefined)}>{say`Take it away`}</Button>}
      </div>
    </div>
  );
}

/** Who makes the change, or where somebody could. */
function whoText({
  data,
  earlier,
  here,
  score,
  tempo,
  limbs,
}: Pick<EntryProps, "score" | "tempo"> & {
  data: Mark["data"];
  earlier: readonly Mark["data"][];
  here: Place;
  limbs: ReturnType<typeof limbsOf>;
}): string {
  const jobs = jobsIn([...earlier, data]).at(-1)!;
  if (jobs.length === 0) return "";
  const at = quartersAt(score, here);
  const first = Math.min(...limbs.flatMap(({ plays }) => plays.map(({ from }) => from)));
  if (at <= first) return say`Set before the piece begins.`;
  if (data.assistant) return say`An assistant makes it.`;
  const organ = instrument("organ");
  const name = (id: string) =>
    organ.limbs.some((limb) => limb.id === id) ? small(handName(organ, id)) : id;
  const names = (by: readonly string[]) => by.map(name).join(", ");
  const by = whoIsFree(limbs, jobs, at, tempo);
  if (by) return say`Free for it here: ${names(by)}.`;
  const nearest = nearestFree(score, limbs, jobs, here, tempo);
  if (!nearest) return say`Nobody is free for ${registrationText(data)} near here: an assistant.`;
  const bar = score.bars[nearest.bar]!;
  return say`Nobody is free here: an assistant, or bar ${bar.number}, beat ${beatName(bar, nearest.offset)},
    where it is the ${names(nearest.by)}.`;
}
