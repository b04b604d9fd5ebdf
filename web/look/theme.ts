import { createTheme, useMediaQuery, type Theme } from "@mui/material";
import { useEffect, useMemo } from "react";
import { create } from "zustand";
import { persist } from "zustand/middleware";
import { PAPER } from "./paper.ts";

type Choice = "system" | "light" | "dark";

export const useLook = create<{ choice: Choice; choose: (choice: Choice) => void }>()(
  persist((set) => ({ choice: "system", choose: (choice) => set({ choice }) }), {
    name: "yarrow-ridge-look",
  }),
);

export function useTheme(): Theme {
  const prefersDark = useMediaQuery("(prefers-color-scheme: dark)");
  const choice = useLook((state) => state.choice);
  const mode = choice === "system" ? (prefersDark ? "dark" : "light") : choice;
  useEffect(() => {
    document.documentElement.dataset.mode = mode;
  }, [mode]);
  return useMemo(() => themeFor(mode), [mode]);
}

function themeFor(mode: "light" | "dark"): Theme {
  const tone = PAPER[mode];
  const serif = "'Fraunces Variable', Georgia, serif";
  return createTheme({
    palette: {
      mode,
      background: { default: tone.paper, paper: tone.card },
      text: { primary: tone.ink, secondary: tone.soft },
      primary: {
        main: mode === "light" ? tone.ink : tone.gold,
        dark: tone.pressed,
        contrastText: mode === "light" ? "#fbf7ee" : "#171d1a",
      },
      secondary: { main: tone.ridge },
      error: { main: tone.rust },
      success: { main: tone.moss },
      warning: { main: tone.gold },
      divider: tone.line,
    },
    shape: { borderRadius: 8 },
    typography: {
      fontFamily: "'Source Sans 3 Variable', system-ui, sans-serif",
      fontSize: 15,
      h1: { fontFamily: serif, fontSize: "1.75rem", fontWeight: 600 },
      h2: { fontFamily: serif, fontSize: "1.25rem", fontWeight: 600 },
      h3: { fontFamily: serif, fontSize: "1.05rem", fontWeight: 600 },
      button: { textTransform: "none", fontWeight: 600 },
    },
    components: {
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: { root: { minHeight: 40 } },
      },
      MuiIconButton: { styleOverrides: { root: { minWidth: 40, minHeight: 40 } } },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiToggleButton: {
        styleOverrides: { root: { color: tone.soft, "&.Mui-selected": { color: tone.ink } } },
      },
      MuiDialogTitle: { styleOverrides: { root: { fontFamily: serif, fontWeight: 600 } } },
      MuiTextField: { defaultProps: { size: "small" } },
    },
  });
}
