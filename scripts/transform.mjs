// TypeScript for the tests. In the contexts that jest runs modules in, each look at a global name
// asks the context first: loops over numbers were up to thirty times as slow as in the program.
// So the names that loops use are looked up once for each module.
import { createHash } from "node:crypto";
import swc from "@swc/jest";

const NAMES = [
  ...["Array", "Boolean", "Error", "Infinity", "JSON", "Map", "Math", "NaN", "Number", "Object"],
  ...["RegExp", "Set", "String", "Float64Array", "Int16Array", "Int32Array", "Int8Array"],
  ...["Uint16Array", "Uint32Array", "Uint8Array", "WeakMap", "parseInt", "structuredClone"],
];

/** Those a module uses and does not declare or import itself; without a line of their own. */
function lookedUpOnce(code) {
  const used = NAMES.filter(
    (name) =>
      new RegExp(`(?<![.\\w$])${name}\\b`).test(code) &&
      !new RegExp(`\\b(?:const|let|var|function|class|as)\\s+${name}\\b`).test(code) &&
      !new RegExp(`import\\s+${name}\\b`).test(code) &&
      !new RegExp(`import[^;]*[{,]\\s*${name}\\s*[,}]`).test(code),
  );
  return used.length ? `const { ${used.join(", ")} } = globalThis; ${code}` : code;
}

const add = (result) => ({ ...result, code: lookedUpOnce(result.code) });

export default {
  createTransformer: (options) => {
    const inner = swc.createTransformer(options);
    return {
      ...inner,
      process: (...args) => add(inner.process(...args)),
      processAsync: async (...args) => add(await inner.processAsync(...args)),
      getCacheKey: (...args) =>
        createHash("sha1")
          .update(inner.getCacheKey(...args) + lookedUpOnce + NAMES)
          .digest("hex"),
    };
  },
};
