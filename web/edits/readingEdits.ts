import { v4 as newId } from "uuid";
import { request } from "../outbox/request.ts";
import type { Editing } from "./editing.ts";

/** Bars of another edition. */
export function readingEdits({ params, edit }: Editing) {
  return {
    /** Plays bars of another edition, or the original again. */
    useReading: (id: string, inUse: boolean, label: string) =>
      edit(
        label,
        request("editReading", { ...params, reading: id }, { inUse }),
        request("editReading", { ...params, reading: id }, { inUse: !inUse }),
      ),
    adopt: (other: string, from: number, to: number, label: string) => {
      const id = newId();
      return edit(
        label,
        request("addReading", params, { id, other, from, to }),
        request("removeReading", { ...params, reading: id }),
      );
    },
  };
}
