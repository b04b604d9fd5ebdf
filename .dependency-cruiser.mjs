/** Which file may import which: no circles, arrows downward only. Types count as imports. */
const room = (house) => (name, i, rooms) => ({
  name: `${name}-is-below`,
  severity: "error",
  comment: `${house}/${name} is used by what comes after it, and does not use it`,
  from: { path: `^${house}/${name}/`, pathNot: "\\.test\\.ts$|/taught/|/testFiles|/testPieces" },
  to: { path: `^${house}/(${rooms.slice(i + 1).join("|") || "no such room"})/` },
});

/** Rooms from the ground up. */
const CORE = ["score", "form", "fingering", "shaping", "pedalling", "instruments", "practice"];
const SCORE = ["model", "xml", "marks", "order", "musicxml", "files"];

export default {
  forbidden: [
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-circles-of-folders",
      severity: "error",
      scope: "folder",
      from: {},
      to: { circular: true },
    },
    {
      name: "a-desk-is-no-library",
      severity: "error",
      comment: "what several screens use of a piece lives in web/piece",
      from: { path: "^web/", pathNot: "^web/(desk/|App|dist)" },
      to: { path: "^web/desk/" },
    },
    {
      name: "instruments-by-their-list",
      severity: "error",
      comment: "only the list knows which instruments there are",
      from: { path: "^core/", pathNot: "^core/instruments/|\\.test\\.ts$" },
      to: { path: "^core/instruments/[a-z]+/" },
    },
    ...CORE.map(room("core")),
    ...SCORE.map(room("core/score")),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "node_modules|/dist/|\\.test\\.ts$|/testing\\.ts$" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { extensions: [".ts", ".tsx", ".mjs", ".js"] },
  },
};
