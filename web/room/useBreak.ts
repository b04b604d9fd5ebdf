import { useEffect, useState } from "react";
import { useAnswer } from "../answers/queries.ts";

const KEY = "yarrow-ridge-practising-since";
/** Minutes of practice after which a break is due, and of absence that count as one. */
const STINT = 30;
const PAUSE = 5;

/** Minutes left on the card, and whether half an hour of practice asks for a break. */
export function useBreak(cardId: string): { left: number; due: boolean } {
  const card = useAnswer("card", { id: cardId }).data;
  const [opened, setOpened] = useState(() => Date.now());
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => setOpened(Date.now()), [cardId]);
  useEffect(() => {
    const note = () => {
      setNow(Date.now());
      const { since, seen } = read();
      sessionStorage.setItem(
        KEY,
        JSON.stringify({
          since: Date.now() - seen > PAUSE * 60_000 ? Date.now() : since,
          seen: Date.now(),
        }),
      );
    };
    note();
    const timer = setInterval(note, 10_000);
    return () => clearInterval(timer);
  }, []);
  return {
    left: Math.max(0, Math.ceil((card?.minutes ?? 0) - (now - opened) / 60_000)),
    due: now - read().since >= STINT * 60_000,
  };
}

function read(): { since: number; seen: number } {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? "") as { since: number; seen: number };
    if (Number.isFinite(kept.since) && Number.isFinite(kept.seen)) return kept;
  } catch {
    // nothing kept yet
  }
  return { since: Date.now(), seen: Date.now() };
}
