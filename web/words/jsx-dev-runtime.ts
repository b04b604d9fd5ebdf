export { Fragment, jsx as jsxDEV, type JSX } from "./jsx-runtime.ts";
