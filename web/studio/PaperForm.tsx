import { say } from "@yarrow-ridge/core/words";
import RemoveIcon from "@mui/icons-material/CloseOutlined";
import {
  Alert,
  Button,
  DialogActions,
  DialogContent,
  DialogTitle,
  IconButton,
  MenuItem,
  TextField,
} from "@mui/material";
import { USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { keyName, type Paper } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { InstrumentSelect } from "../shell/InstrumentSelect.tsx";
import { FormDialog } from "../shell/FormDialog.tsx";
import { useFieldArray, useForm } from "react-hook-form";
import { NO_PAPER, paperOf, type PaperFields } from "./paperFields.ts";

export interface PaperDraft {
  readonly title: string;
  readonly composer: string;
  readonly instrument: string;
  readonly paper: Paper;
}
interface Fields extends PaperFields {
  title: string;
  composer: string;
  instrument: string;
}

const FIFTHS = Array.from({ length: 15 }, (_, i) => i - 7);
const keyText = (fifths: number, mode: string) => keyName({ fifths, mode });

/**
 * What is told of a piece that has no file. `about` is left out where title and instrument are
 * known already.
 */
export function PaperForm({
  heading,
  action,
  before = NO_PAPER,
  about = true,
  onSave,
  onClose,
}: {
  heading: string;
  action: string;
  before?: PaperFields;
  about?: boolean;
  onSave: (draft: PaperDraft) => Promise<void>;
  onClose: () => void;
}) {
  const { register, handleSubmit, control, watch, setValue, formState } = useForm<Fields>({
    defaultValues: { title: "", composer: "", instrument: USUAL_INSTRUMENT, ...before },
  });
  const [problem, setProblem] = useState<string>();
  const lists = {
    repeats: useFieldArray({ control, name: "repeats" }),
    metres: useFieldArray({ control, name: "metres" }),
    keys: useFieldArray({ control, name: "keys" }),
    lengths: useFieldArray({ control, name: "lengths" }),
  };
  const save = async ({ title, composer, instrument, ...fields }: Fields) => {
    const paper = paperOf(fields);
    if (typeof paper === "string") return setProblem(paper);
    try {
      setProblem(undefined);
      await onSave({ title: title.trim(), composer: composer.trim(), instrument, paper });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : say`It could not be kept.`);
    }
  };
  const key = (
    name: "fifths" | `keys.${number}.fifths`,
    mode: "mode" | `keys.${number}.mode`,
    label: string,
  ) => (
    <TextField
      select
      label={label}
      value={`${watch(name)} ${watch(mode)}`}
      onChange={(event) => {
        const [fifths, which] = event.target.value.split(" ");
        setValue(name, Number(fifths));
        setValue(mode, which as "major");
      }}
      sx={{ minWidth: 130 }}
    >
      {(["major", "minor"] as const).flatMap((which) =>
        FIFTHS.map((fifths) => (
          <MenuItem key={`${fifths} ${which}`} value={`${fifths} ${which}`}>
            {keyText(fifths, which)}
          </MenuItem>
        )),
      )}
    </TextField>
  );
  const remove = (list: keyof typeof lists, i: number, what: string) => (
    <IconButton
      size="small"
      aria-label={say`Remove this ${what}`}
      onClick={() => lists[list].remove(i)}
    >
      <RemoveIcon fontSize="small" />
    </IconButton>
  );
  return (
    <FormDialog dirty={formState.isDirty} onClose={onClose} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void handleSubmit(save)(event)}>
        <DialogTitle component="h2">{heading}</DialogTitle>
        <DialogContent className="stack paper-form" sx={{ pt: "8px !important" }}>
          {about && (
            <>
              <TextField
                label={say`Title`}
                autoFocus
                slotProps={{ htmlInput: { maxLength: 200 } }}
                error={!!formState.errors.title}
                helperText={formState.errors.title && say`A piece needs a title.`}
                {...register("title", { validate: (value) => value.trim().length > 0 })}
              />
              <div className="row">
                <TextField
                  label={say`Composer`}
                  className="grow"
                  slotProps={{ htmlInput: { maxLength: 200 } }}
                  {...register("composer")}
                />
                <InstrumentSelect
                  value={watch("instrument")}
                  onChange={(id) => setValue("instrument", id)}
                />
              </div>
            </>
          )}
          <div className="row">
            <TextField
              label={say`Last bar`}
              placeholder="64"
              sx={{ width: 90 }}
              slotProps={{ htmlInput: { inputMode: "numeric" } }}
              {...register("bars")}
            />
            <TextField label={say`Metre`} sx={{ width: 80 }} {...register("metre")} />
            <TextField
              label={say`Pick-up`}
              placeholder={say`beats`}
              sx={{ width: 90 }}
              {...register("pickup")}
            />
            {key("fifths", "mode", say`Key`)}
            <TextField
              label={say`Tempo`}
              placeholder="♩ ="
              sx={{ width: 80 }}
              slotProps={{ htmlInput: { inputMode: "numeric" } }}
              {...register("tempo")}
            />
          </div>
          {lists.repeats.fields.map((field, i) => (
            <div key={field.id} className="row">
              <span>{say`Repeat`}</span>
              <TextField
                label={say`from bar`}
                sx={{ width: 95 }}
                {...register(`repeats.${i}.from`)}
              />
              <TextField label={say`to bar`} sx={{ width: 95 }} {...register(`repeats.${i}.to`)} />
              <TextField
                label={say`times`}
                placeholder="2"
                sx={{ width: 75 }}
                {...register(`repeats.${i}.times`)}
              />
              <TextField
                label={say`endings`}
                placeholder="15–16, 17–18"
                className="grow"
                {...register(`repeats.${i}.endings`)}
              />
              {remove("repeats", i, "repeat")}
            </div>
          ))}
          {lists.metres.fields.map((field, i) => (
            <div key={field.id} className="row">
              <span>{say`Metre`}</span>
              <TextField
                label={say`from bar`}
                sx={{ width: 95 }}
                {...register(`metres.${i}.bar`)}
              />
              <TextField label={say`is`} sx={{ width: 90 }} {...register(`metres.${i}.metre`)} />
              {remove("metres", i, say`change of metre`)}
            </div>
          ))}
          {lists.keys.fields.map((field, i) => (
            <div key={field.id} className="row">
              <span>{say`Key`}</span>
              <TextField label={say`from bar`} sx={{ width: 95 }} {...register(`keys.${i}.bar`)} />
              {key(`keys.${i}.fifths`, `keys.${i}.mode`, "is")}
              {remove("keys", i, say`change of key`)}
            </div>
          ))}
          {lists.lengths.fields.map((field, i) => (
            <div key={field.id} className="row">
              <span>{say`Odd bar`}</span>
              <TextField label={say`bar`} sx={{ width: 95 }} {...register(`lengths.${i}.bar`)} />
              <TextField
                label={say`has beats`}
                sx={{ width: 110 }}
                {...register(`lengths.${i}.beats`)}
              />
              {remove("lengths", i, say`odd bar`)}
            </div>
          ))}
          <div className="row">
            <Button
              size="small"
              onClick={() => lists.repeats.append({ from: "", to: "", times: "", endings: "" })}
            >{say`Add a repeat`}</Button>
            <Button
              size="small"
              onClick={() => lists.metres.append({ bar: "", metre: "" })}
            >{say`a change of metre`}</Button>
            <Button
              size="small"
              onClick={() => lists.keys.append({ bar: "", fifths: 0, mode: "major" })}
            >{say`a change of key`}</Button>
            <Button
              size="small"
              onClick={() => lists.lengths.append({ bar: "", beats: "" })}
            >{say`an odd bar`}</Button>
          </div>
          {problem && (
            <Alert severity="error" role="alert">
              {problem}
            </Alert>
          )}
          <p className="small soft">{say`Form, words, plan and practice work without the notes.
            Pictures of the pages can be added; and if a file turns up, it can take the place of
            what is told here.`}</p>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{say`Cancel`}</Button>
          <Button type="submit" variant="contained">
            {action}
          </Button>
        </DialogActions>
      </form>
    </FormDialog>
  );
}
