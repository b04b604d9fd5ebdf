import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { closeSnackbar } from "notistack";
import { tell } from "../words/tell.ts";
import { useDesk } from "./useDesk.ts";

/** Pencil is work too: what is rubbed out can be brought back for a while. */
export function rubOut(change: Partial<ReturnType<typeof useDesk.getState>>): void {
  const { pencil, beside, suggested, reasons, advice, markPencil, set } = useDesk.getState();
  set(change);
  if (pencil.size === 0 && !markPencil?.marks.length) return;
  tell(say`The pencil is rubbed out.`, {
    autoHideDuration: 20_000,
    action: (key) => (
      <Button
        color="inherit"
        size="small"
        onClick={() => {
          closeSnackbar(key);
          useDesk.getState().set({ pencil, beside, suggested, reasons, advice, markPencil });
        }}
      >{say`Bring it back`}</Button>
    ),
  });
}
