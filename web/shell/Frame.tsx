import { say } from "@yarrow-ridge/core/words";
import UndoIcon from "@mui/icons-material/Undo";
import RedoIcon from "@mui/icons-material/Redo";
import DarkModeIcon from "@mui/icons-material/DarkModeOutlined";
import LightModeIcon from "@mui/icons-material/LightModeOutlined";
import SettingsIcon from "@mui/icons-material/TuneOutlined";
import KeyboardIcon from "@mui/icons-material/KeyboardOutlined";
import { IconButton, Tooltip, useTheme } from "@mui/material";
import { tell } from "../words/tell.ts";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Link, Outlet, useLocation } from "react-router";
import { useHistory } from "../edits/history.ts";
import { useLook } from "../look/theme.ts";
import { OutboxSign } from "../outbox/OutboxSign.tsx";
import { Stuck } from "../outbox/Stuck.tsx";
import { Guard } from "./Guard.tsx";
import { Waiting } from "./Waiting.tsx";
import { useCommand } from "./useCommand.ts";
import "./shell.css";

const SettingsDialog = lazy(async () => ({
  default: (await import("../settings/SettingsDialog.tsx")).SettingsDialog,
}));
const Shortcuts = lazy(async () => ({
  default: (await import("./Shortcuts.tsx")).Shortcuts,
}));

/**
 * The frame of every screen but the practice room and print: name, undo and redo, light and dark,
 * shortcuts.
 */
export function Frame() {
  const [settings, setSettings] = useState(false);
  const [help, setHelp] = useState(false);
  const { pathname } = useLocation();
  const { done, undone, undo, redo, problem, clearProblem } = useHistory();
  const { choose } = useLook();
  const dark = useTheme().palette.mode === "dark";
  const told = (verb: string, label: string | undefined, ok: boolean) =>
    ok && label && tell(`${verb}: ${label}`, { autoHideDuration: 2500 });
  const back = () => void undo().then((ok) => told(say`Undone`, done.at(-1)?.label, ok));
  const forth = () => void redo().then((ok) => told(say`Done again`, undone.at(-1)?.label, ok));
  useCommand("undo", back, { preventDefault: true, enableOnFormTags: ["slider"] }, [done]);
  useCommand("redo", forth, { preventDefault: true, enableOnFormTags: ["slider"] }, [undone]);
  useCommand("help", () => setHelp(true));
  useEffect(() => {
    if (!problem) return;
    tell(problem, { variant: "error", autoHideDuration: 9000 });
    clearProblem();
  }, [problem, clearProblem]);
  const main = useRef<HTMLElement>(null);
  const seen = useRef(pathname);
  useEffect(() => {
    if (seen.current === pathname) return;
    seen.current = pathname;
    // another page begins at its beginning, and its title is said
    if (!main.current?.contains(document.activeElement))
      main.current?.focus({ preventScroll: true });
  }, [pathname]);
  return (
    <div className="frame">
      <a
        className="skip"
        href="#page"
        onClick={(event) => {
          event.preventDefault();
          main.current?.focus();
        }}
      >{say`Skip to the page`}</a>
      <header className="frame-bar">
        <Link to="/" className="frame-name">
          <img src="/ridge.svg" alt="" width={26} height={26} /> <span>Yarrow Ridge</span>
        </Link>
        <div id="frame-title" className="frame-title grow" />
        <OutboxSign />
        <Tooltip title={done.length ? say`Undo: ${done.at(-1)!.label}` : say`Nothing to undo`}>
          <span>
            <IconButton aria-label={say`Undo`} disabled={!done.length} onClick={back}>
              <UndoIcon />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title={undone.length ? say`Redo: ${undone.at(-1)!.label}` : say`Nothing to redo`}>
          <span>
            <IconButton aria-label={say`Redo`} disabled={!undone.length} onClick={forth}>
              <RedoIcon />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title={dark ? say`Light` : say`Dark`}>
          <IconButton
            aria-label={dark ? say`Light colours` : say`Dark colours`}
            onClick={() => choose(dark ? "light" : "dark")}
          >
            {dark ? <LightModeIcon /> : <DarkModeIcon />}
          </IconButton>
        </Tooltip>
        <Tooltip title={say`Settings`}>
          <IconButton aria-label={say`Settings`} onClick={() => setSettings(true)}>
            <SettingsIcon />
          </IconButton>
        </Tooltip>
        <Tooltip title={say`Keyboard shortcuts (?)`}>
          <IconButton aria-label={say`Keyboard shortcuts`} onClick={() => setHelp(true)}>
            <KeyboardIcon />
          </IconButton>
        </Tooltip>
      </header>
      <Stuck />
      <main id="page" ref={main} tabIndex={-1} className="frame-body">
        <Guard what={say`This page`} again={pathname}>
          <Suspense fallback={<Waiting what={say`the page`} />}>
            <Outlet />
          </Suspense>
        </Guard>
      </main>
      <div id="frame-said" className="sr-only" aria-live="polite" />
      <div className="sr-only" aria-live="polite">
        {done.at(-1)?.label}
      </div>
      {settings && (
        <Suspense fallback={null}>
          <SettingsDialog onClose={() => setSettings(false)} />
        </Suspense>
      )}
      {help && (
        <Suspense fallback={null}>
          <Shortcuts open onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </div>
  );
}
