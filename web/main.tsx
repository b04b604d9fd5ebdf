import "@fontsource-variable/fraunces/wght.css";
import "@fontsource-variable/source-sans-3/wght.css";
import "./look/look.css";
import { useEffect, useRef, useState } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./App.tsx";
import { openHistory } from "./edits/history.ts";
import { spokenNow, useWording } from "./words/useSpoken.ts";
import { speak } from "./words/voice.ts";

/** The program in the language and terms that are chosen; others draw all of it anew. */
function Worded() {
  const { wording } = useWording();
  const [drawn, setDrawn] = useState<string>();
  useEffect(() => {
    void speak(spokenNow().language).then(() => setDrawn(wording));
  }, [wording]);
  // what had the focus is gone when all is drawn anew
  const first = useRef(drawn);
  useEffect(() => {
    if (first.current !== undefined && first.current !== drawn)
      document.getElementById("page")?.focus({ preventScroll: true });
    first.current = drawn;
  }, [drawn]);
  return drawn && <App key={drawn} />;
}

void openHistory();
createRoot(document.getElementById("root")!).render(<Worded />);
