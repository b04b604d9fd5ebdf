import { say } from "@yarrow-ridge/core/words";
import { spoken } from "../words/voice.ts";
import { Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useEffect, useState, type ReactNode } from "react";
import { useNavigate } from "react-router";
import "./print.css";

export type Paper = "A4" | "letter";

/** A sheet as it will come out of the printer, with the choice of paper above it. */
export function PrintFrame({
  title,
  ready,
  children,
}: {
  title: string;
  ready: boolean;
  children: ReactNode;
}) {
  const navigate = useNavigate();
  const [paper, setPaper] = useState<Paper>(() =>
    localStorage.getItem("yarrow-ridge-paper") === "letter" ? "letter" : "A4",
  );
  useEffect(() => {
    document.title = spoken(say`${title} · Yarrow Ridge`);
    localStorage.setItem("yarrow-ridge-paper", paper);
    const style = document.createElement("style");
    style.textContent = `@page { size: ${paper}; margin: 14mm; }`;
    document.head.append(style);
    return () => style.remove();
  }, [paper, title]);
  return (
    <div className="print" data-ready={ready ? "yes" : "no"} data-paper={paper}>
      <div className="print-bar">
        <Button onClick={() => void navigate(-1)}>{say`Back`}</Button>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={paper}
          aria-label={say`Paper`}
          onChange={(_, value: Paper | null) => value && setPaper(value)}
        >
          <ToggleButton value="A4">A4</ToggleButton>
          <ToggleButton value="letter">{say`Letter`}</ToggleButton>
        </ToggleButtonGroup>
        <Button variant="contained" disabled={!ready} onClick={() => window.print()}>
          {ready ? say`Print` : say`Getting ready …`}
        </Button>
      </div>
      <div className={`sheet ${paper}`}>{children}</div>
    </div>
  );
}
