import { say } from "@yarrow-ridge/core/words";
import { Alert, Button, Dialog, type DialogProps } from "@mui/material";
import { useRef, useState, type ReactNode } from "react";

/**
 * A dialog that is filled in. A click beside it never closes it once something was typed; Escape
 * asks before it lets go of that.
 */
export function FormDialog({
  dirty,
  onClose,
  children,
  ...props
}: Pick<DialogProps, "fullWidth" | "maxWidth"> & {
  dirty: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  const [asking, setAsking] = useState(false);
  /** Where the focus was before it was asked; it goes back there. */
  const held = useRef<Element>(null);
  const close = (reason: "backdropClick" | "escapeKeyDown") => {
    if (!dirty) onClose();
    else if (reason === "escapeKeyDown") {
      held.current = document.activeElement;
      setAsking(true);
    }
  };
  const keep = () => {
    setAsking(false);
    if (held.current instanceof HTMLElement) held.current.focus();
  };
  return (
    <Dialog open onClose={(_, reason) => close(reason)} {...props}>
      {asking && (
        <Alert
          severity="warning"
          action={
            <>
              <Button color="inherit" size="small" onClick={onClose}>{say`Let it go`}</Button>
              <Button color="inherit" size="small" autoFocus onClick={keep}>{say`Keep it`}</Button>
            </>
          }
        >{say`What you typed is not stored.`}</Alert>
      )}
      {children}
    </Dialog>
  );
}
