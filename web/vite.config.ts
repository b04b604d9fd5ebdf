import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react({ jsxImportSource: "@yarrow-ridge/web" })],
  worker: { format: "es" },
  build: { target: "es2023", chunkSizeWarningLimit: 12_000 },
  server: { proxy: { "/api": `http://127.0.0.1:${process.env.PORT ?? 4180}` } },
});
