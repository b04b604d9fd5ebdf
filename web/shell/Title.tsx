import { say } from "@yarrow-ridge/core/words";
import { spoken } from "../words/voice.ts";
import { useEffect, useState, type ReactNode } from "react";
import { createPortal } from "react-dom";

/** Puts a screen's title into the frame, and its name into the window's; a reader aloud says it. */
export function Title({ name, children }: { name: string; children?: ReactNode }) {
  const [slot, setSlot] = useState<HTMLElement | null>(null);
  const [said, setSaid] = useState<HTMLElement | null>(null);
  useEffect(() => {
    setSlot(document.getElementById("frame-title"));
    setSaid(document.getElementById("frame-said"));
    document.title = spoken(say`${name} · Yarrow Ridge`);
  }, [name]);
  return (
    <>
      {slot &&
        createPortal(
          <>
            <h1>{name}</h1>
            {children}
          </>,
          slot,
        )}
      {said && createPortal(<>{name}</>, said)}
    </>
  );
}
