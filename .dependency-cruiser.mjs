/** Which file may import which: no circles, arrows downward only. Types count as imports. */
const room = (name, ...above) => ({
  name: `${name}-is-below`,
  severity: "error",
  comment: `core/${name} is used by ${above.join(", ")}, and does not use them`,
  from: { path: `^core/${name}/`, pathNot: "\\.test\\.ts$|/taught/|/testFiles|/testPieces" },
  to: { path: `^core/(${above.join("|")})/` },
});

/** The rooms of core from the ground up. */
const ROOMS = ["score", "form", "fingering", "shaping", "pedalling", "instruments", "practice"];

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
    ...ROOMS.slice(0, -1).map((name, i) => room(name, ...ROOMS.slice(i + 1))),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "node_modules|/dist/|\\.test\\.ts$|/testing\\.ts$" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { extensions: [".ts", ".tsx", ".mjs", ".js"] },
  },
};
