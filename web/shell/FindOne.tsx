import { say } from "@yarrow-ridge/core/words";
import { Autocomplete, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { useAnswer } from "../answers/queries.ts";

export interface Choice {
  readonly id: string;
  readonly name: string;
}

/**
 * Chooses a piece or a student, found by typing; the server searches. `without` are ids not to
 * offer.
 */
export function FindOne({
  label,
  from,
  without,
  onChoose,
}: {
  label: string;
  from: "listPieces" | "listStudents";
  without: readonly string[];
  onChoose: (choice: Choice) => void;
}) {
  const [text, setText] = useState("");
  const q = useDeferredValue(text);
  const { items = [], total = 0 } = useAnswer(from, {}, q ? { q } : {}).data ?? {};
  const choices = items
    .map((item): Choice => ({ id: item.id, name: "title" in item ? item.title : item.name }))
    .filter(({ id }) => !without.includes(id));
  const more = total - items.length;
  return (
    <Autocomplete
      options={choices}
      value={null}
      inputValue={text}
      onInputChange={(_, typed) => setText(typed)}
      filterOptions={(all) => all}
      sx={{ minWidth: 280 }}
      blurOnSelect
      getOptionLabel={(choice) => choice.name}
      getOptionKey={(choice) => choice.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      noOptionsText={text ? say`Nothing more called “${text}”` : say`Nothing more to choose`}
      onChange={(_, choice) => {
        if (choice) {
          onChoose(choice);
          setText("");
        }
      }}
      renderInput={(params) => (
        <TextField
          {...params}
          label={label}
          helperText={more > 0 ? say`and ${more} more: type to find` : undefined}
        />
      )}
    />
  );
}
