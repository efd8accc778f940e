import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [vue()],
  build: { target: "es2022", assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { proxy: { "/api": "http://127.0.0.1:8350" } },
  test: { environment: "happy-dom", include: ["tests/**/*.test.ts"], restoreMocks: true, unstubGlobals: true },
});
