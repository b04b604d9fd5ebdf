import { say } from "@yarrow-ridge/core/words";
import type { Piece } from "@yarrow-ridge/contract";
import { Button, MenuItem, TextField } from "@mui/material";
import {
  beatName,
  compare,
  placesIn,
  toText,
  type About,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import { useEffect, useRef, useState } from "react";
import { useForm } from "react-hook-form";
import type { SectionDraft } from "../edits/puts.ts";
import { AboutFields } from "../piece/AboutFields.tsx";

interface Fields {
  name: string;
  words: string;
  fromBar: number;
  fromOffset: string;
  toBar: number;
  toOffset: string;
}

const EMPTY = { words: "", fromBar: 0, fromOffset: "0", toBar: 0, toOffset: "0" };

/** On a tablet the screen keyboard would cover the score with every bar that is touched. */
const HAS_KEYBOARD = window.matchMedia("(pointer: fine)").matches;

/** Name, place and character of a section. It ends with a bar or within it. */
export function SectionForm({
  score,
  piece,
  from,
  to,
  section,
  suggestedName = "",
  heading,
  action,
  onSave,
  onCancel,
}: {
  score: Score;
  piece: Piece;
  from: number;
  to: number;
  section?: Section;
  suggestedName?: string;
  heading: string;
  action: string;
  onSave: (draft: SectionDraft) => void;
  onCancel: () => void;
}) {
  const [about, setAbout] = useState<About>(section?.about ?? {});
  const whole = (bar: number) => toText(score.bars[bar]!.length);
  const { register, handleSubmit, watch, setValue, reset, formState } = useForm<Fields>({
    defaultValues: {
      name: section?.name ?? suggestedName,
      words: section?.words ?? "",
      fromBar: from,
      fromOffset: section ? toText(section.from.offset) : "0",
      toBar: to,
      toOffset: section && section.to.offset.num > 0 ? toText(section.to.offset) : whole(to),
    },
  });
  /** What was typed is on its way: other bars are the next section's. */
  const sent = useRef(false);
  // other bars are chosen for it: what was typed stays
  const bounds = useRef({ from, to });
  useEffect(() => {
    if (bounds.current.from === from && bounds.current.to === to) return;
    bounds.current = { from, to };
    if (sent.current) {
      sent.current = false;
      reset({ ...EMPTY, name: suggestedName });
      setAbout({});
    }
    setValue("fromBar", from);
    setValue("fromOffset", "0");
    setValue("toBar", to);
    setValue("toOffset", toText(score.bars[to]!.length));
  }, [from, to, score, suggestedName, setValue, reset]);
  const [fromBar, toBar] = [Number(watch("fromBar")), Number(watch("toBar"))];
  const bars = score.bars.map((bar) => (
    <MenuItem key={bar.index} value={bar.index}>
      {bar.number}
    </MenuItem>
  ));
  const save = (fields: Fields) => {
    sent.current = true;
    onSave({
      name: fields.name.trim(),
      words: fields.words,
      about,
      from: { bar: Number(fields.fromBar), offset: fields.fromOffset },
      to: { bar: Number(fields.toBar), offset: fields.toOffset },
    });
  };
  return (
    <form className="card stack section-form" onSubmit={(event) => void handleSubmit(save)(event)}>
      <h2>{heading}</h2>
      <TextField
        label={say`Name`}
        autoFocus={HAS_KEYBOARD}
        slotProps={{ htmlInput: { maxLength: 200 } }}
        error={!!formState.errors.name}
        helperText={formState.errors.name && say`A section needs a name.`}
        {...register("name", { validate: (value) => value.trim().length > 0 })}
      />
      <TextField
        label={say`Character: what is it like?`}
        multiline
        minRows={2}
        maxRows={5}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
        {...register("words")}
      />
      <AboutFields about={about} kind={piece.instrument} hands={piece.hands} onChange={setAbout} />
      <div className="section-places">
        <span className="soft">{say`from bar`}</span>
        <TextField
          select
          hiddenLabel
          value={fromBar}
          slotProps={{ htmlInput: { "aria-label": say`First bar` } }}
          onChange={(event) => {
            setValue("fromBar", Number(event.target.value));
            setValue("fromOffset", "0");
          }}
        >
          {bars}
        </TextField>
        <span className="soft">{say`beat`}</span>
        <TextField
          select
          hiddenLabel
          value={watch("fromOffset")}
          slotProps={{ htmlInput: { "aria-label": say`First beat` } }}
          onChange={(event) => setValue("fromOffset", event.target.value)}
        >
          {placesIn(score, fromBar)
            .filter((at) => compare(at, score.bars[fromBar]!.length) < 0)
            .map((at) => (
              <MenuItem key={toText(at)} value={toText(at)}>
                {beatName(score.bars[fromBar]!, at)}
              </MenuItem>
            ))}
        </TextField>
        <span className="soft">{say`to bar`}</span>
        <TextField
          select
          hiddenLabel
          value={toBar}
          slotProps={{ htmlInput: { "aria-label": say`Last bar` } }}
          onChange={(event) => {
            const bar = Number(event.target.value);
            setValue("toBar", bar);
            setValue("toOffset", whole(bar));
          }}
        >
          {bars}
        </TextField>
        <span className="soft">{say`up to`}</span>
        <TextField
          select
          hiddenLabel
          value={watch("toOffset")}
          slotProps={{ htmlInput: { "aria-label": say`Ends before beat` } }}
          onChange={(event) => setValue("toOffset", event.target.value)}
        >
          {placesIn(score, toBar)
            .slice(1)
            .map((at) => (
              <MenuItem key={toText(at)} value={toText(at)}>
                {toText(at) === whole(toBar)
                  ? say`end`
                  : say`beat ${beatName(score.bars[toBar]!, at)}`}
              </MenuItem>
            ))}
        </TextField>
      </div>
      <div className="row">
        <Button type="submit" variant="contained">
          {action}
        </Button>
        <Button onClick={onCancel}>{say`Cancel`}</Button>
      </div>
    </form>
  );
}
