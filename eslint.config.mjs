import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const WORDS = "/^(piano|organ|harp|guitar|accordion|right|left|feet|damper)$/";
/** Words of one instrument, as values. */
const NAMED = ["Literal", "TemplateElement"].map((node) => ({
  selector: node === "Literal" ? `Literal[value=${WORDS}]` : `TemplateElement[value.raw=${WORDS}]`,
  message: "A word of one instrument: it belongs into that instrument's folder.",
}));

/** Texts for people go through `say`, so that they can be put into other words. */
const TOLD = "/^(label|title|alt|placeholder|helperText|aria-label|noOptionsText)$/";
const UNSAID = [
  "JSXText[value=/[A-Za-z]{2}/]:not([value=/^\\s*Yarrow Ridge\\s*$/])",
  `JSXAttribute[name.name=${TOLD}] > Literal[value=/[A-Za-z]{2}/]`,
  `JSXAttribute[name.name=${TOLD}] > JSXExpressionContainer > TemplateLiteral > [value.raw=/[A-Za-z]{2}/]`,
].map((selector) => ({ selector, message: "A text for people: tag it with `say`." }));

export default tseslint.config(
  {
    ignores: [
      "**/dist/**",
      "**/node_modules/**",
      "data/**",
      ".cache/**",
      "server/db/migrations/**",
    ],
  },
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: { project: "./tsconfig.json", tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/require-await": "off",
      "@typescript-eslint/no-misused-promises": [
        "error",
        { checksVoidReturn: { attributes: false } },
      ],
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_" },
      ],
      "@typescript-eslint/consistent-type-imports": "error",
      "no-console": "error",
      "no-restricted-imports": "off",
      // Prettier breaks code; comments it leaves
      "max-len": [
        "error",
        {
          code: 100,
          ignoreStrings: true,
          ignoreTemplateLiterals: true,
          ignoreRegExpLiterals: true,
          ignorePattern: "^\\s*(it|describe)(\\.each\\(.*\\))?\\(",
        },
      ],
    },
  },
  {
    files: ["web/**/*.tsx", "web/**/*.ts"],
    plugins: { "react-hooks": hooks },
    rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "error" },
  },
  {
    // arrows only downward: core knows nothing of server, web, clock or network
    files: ["core/**/*.ts"],
    ignores: ["core/**/*.test.ts", "core/**/testFiles.ts", "core/cases/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            "node:*",
            "react*",
            "@yarrow-ridge/*",
            "**/server/**",
            "**/web/**",
            "drizzle*",
            "hono*",
          ],
        },
      ],
      "no-restricted-globals": [
        "error",
        "Date",
        "fetch",
        "document",
        "window",
        "process",
        "setTimeout",
        "performance",
        "localStorage",
      ],
      "no-restricted-properties": ["error", { object: "Math", property: "random" }],
    },
  },
  {
    // an instrument is a folder: nobody else names one, or its hands and feet
    files: ["core/**/*.ts", "contract/**/*.ts", "server/**/*.ts", "web/**/*.ts", "web/**/*.tsx"],
    ignores: [
      "**/*.test.ts",
      "core/instruments/**",
      "web/instruments/**",
      "core/cases/**",
      "core/testing.ts",
      // what is read where no instrument says more
      "core/score/marks/aspects.ts",
      "core/score/read.ts",
      // a file's barlines and alignment, and the keys of a keyboard to type on, have sides too
      "core/score/musicxml/adopt.ts",
      "core/score/musicxml/credits.ts",
      "core/score/musicxml/directions.ts",
      "core/score/files/build.ts",
      "web/App.tsx",
      "web/shell/keys.ts",
      "web/shell/typedKeys.ts",
    ],
    rules: { "no-restricted-syntax": ["error", ...NAMED] },
  },
  {
    files: ["web/**/*.tsx"],
    ignores: ["web/instruments/**", "web/App.tsx"],
    rules: { "no-restricted-syntax": ["error", ...NAMED, ...UNSAID] },
  },
  {
    files: ["web/instruments/**/*.tsx", "web/App.tsx"],
    rules: { "no-restricted-syntax": ["error", ...UNSAID] },
  },
  {
    files: ["web/**/*.ts", "web/**/*.tsx"],
    ignores: ["web/**/*.test.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: ["@yarrow-ridge/server*", "@yarrow-ridge/demo*", "node:*"] },
      ],
    },
  },
);
