import { say } from "@yarrow-ridge/core/words";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { CssBaseline, ThemeProvider } from "@mui/material";
import { SnackbarProvider } from "notistack";
import { lazy, Suspense } from "react";
import { BrowserRouter, Route, Routes } from "react-router";
import { Waiting } from "./shell/Waiting.tsx";
import { Guard } from "./shell/Guard.tsx";
import { Frame } from "./shell/Frame.tsx";
import { useFocusKept } from "./shell/useFocusKept.ts";
import { NotHere } from "./shell/NotHere.tsx";
import { useTheme } from "./look/theme.ts";
import { StudioScreen } from "./studio/StudioScreen.tsx";
import { isLasting } from "./api/client.ts";
import { openOutbox } from "./outbox/outbox.ts";
import { hooksFor } from "./outbox/stored.ts";

const DeskScreen = lazy(() =>
  import("./desk/DeskScreen.tsx").then((module) => ({ default: module.DeskScreen })),
);
const SurveyScreen = lazy(() =>
  import("./survey/SurveyScreen.tsx").then((module) => ({ default: module.SurveyScreen })),
);
const EditionsScreen = lazy(() =>
  import("./survey/EditionsScreen.tsx").then((module) => ({ default: module.EditionsScreen })),
);
const MapScreen = lazy(() =>
  import("./survey/MapScreen.tsx").then((module) => ({ default: module.MapScreen })),
);
const PlanScreen = lazy(() =>
  import("./plan/PlanScreen.tsx").then((module) => ({ default: module.PlanScreen })),
);
const RoomScreen = lazy(() =>
  import("./room/RoomScreen.tsx").then((module) => ({ default: module.RoomScreen })),
);
const StudentScreen = lazy(() =>
  import("./students/StudentScreen.tsx").then((module) => ({ default: module.StudentScreen })),
);
const LessonScreen = lazy(() =>
  import("./lesson/LessonScreen.tsx").then((module) => ({ default: module.LessonScreen })),
);
const ArchiveScreen = lazy(() =>
  import("./studio/ArchiveScreen.tsx").then((module) => ({ default: module.ArchiveScreen })),
);
const CopiesScreen = lazy(() =>
  import("./studio/CopiesScreen.tsx").then((module) => ({ default: module.CopiesScreen })),
);
const HelpScreen = lazy(() =>
  import("./help/HelpScreen.tsx").then((module) => ({ default: module.HelpScreen })),
);
const AboutScreen = lazy(() =>
  import("./help/AboutScreen.tsx").then((module) => ({ default: module.AboutScreen })),
);
const PagesScreen = lazy(() =>
  import("./pages/PagesScreen.tsx").then((module) => ({ default: module.PagesScreen })),
);
const PrintScore = lazy(() =>
  import("./print/PrintScore.tsx").then((module) => ({ default: module.PrintScore })),
);
const PrintWeek = lazy(() =>
  import("./print/PrintWeek.tsx").then((module) => ({ default: module.PrintWeek })),
);
const PrintStudent = lazy(() =>
  import("./print/PrintStudent.tsx").then((module) => ({ default: module.PrintStudent })),
);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => count < 2 && !isLasting(error),
      refetchOnWindowFocus: true,
    },
  },
});

openOutbox(queries, hooksFor);

export function App() {
  const theme = useTheme();
  useFocusKept();
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <SnackbarProvider
          maxSnack={3}
          autoHideDuration={6000}
          anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
        >
          <BrowserRouter>
            <Guard what={say`This page`}>
              <Suspense fallback={<Waiting what={say`the page`} />}>
                <Routes>
                  <Route element={<Frame />}>
                    <Route index element={<StudioScreen />} />
                    <Route path="archive" element={<ArchiveScreen />} />
                    <Route path="help" element={<HelpScreen />} />
                    <Route path="about" element={<AboutScreen />} />
                    <Route path="copies" element={<CopiesScreen />} />
                    <Route path="students/:id" element={<StudentScreen />} />
                    <Route path="students/:id/lesson" element={<LessonScreen />} />
                    <Route path="pieces/:id" element={<DeskScreen />} />
                    <Route path="pieces/:id/compare/:other" element={<EditionsScreen />} />
                    <Route path="pieces/:id/map" element={<MapScreen />} />
                    <Route path="pieces/:id/pages" element={<PagesScreen />} />
                    <Route path="pieces/:id/survey" element={<SurveyScreen />} />
                    <Route path="assignments/:id" element={<PlanScreen />} />
                    <Route path="*" element={<NotHere />} />
                  </Route>
                  <Route path="practice/:id" element={<RoomScreen />} />
                  <Route path="print/score/:id" element={<PrintScore />} />
                  <Route path="print/week/:id" element={<PrintWeek />} />
                  <Route path="print/students/:id" element={<PrintStudent />} />
                </Routes>
              </Suspense>
            </Guard>
          </BrowserRouter>
        </SnackbarProvider>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
