import "@fontsource-variable/fraunces/wght.css";
import "@fontsource-variable/source-sans-3/wght.css";
import "./look/look.css";
import { createRoot } from "react-dom/client";
import { App } from "./App.tsx";
import { openHistory } from "./edits/history.ts";

void openHistory();
createRoot(document.getElementById("root")!).render(<App />);
