import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/static/",
  plugins: [react(), tailwindcss()],
  test: { include: ["src/**/*.test.ts"] },
  build: {
    outDir: "dist",
    manifest: true,
    // The workbench is one chunk; its weight is in docs/figures.md.
    chunkSizeWarningLimit: 700,
    // Inlined files would need an exception in the content security policy.
    assetsInlineLimit: 0,
    rollupOptions: {
      input: { workbench: "src/app/main.ts", reader: "src/reader/reader.ts" },
    },
  },
});
