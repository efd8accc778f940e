import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vitest/config";

/** Where `./dentado dev` serves everything but the front end itself; it is told the host that was asked for, or no form would be taken. */
const behind = process.env.DENTADO_BEHIND ?? "http://127.0.0.1:8350";
const proxy = Object.fromEntries(["/api", "/sign-in", "/set-up", "/code", "/join", "/assets", "/health"].map((path) => [path, { target: behind, changeOrigin: false }]));

export default defineConfig({
  plugins: [vue()],
  build: { target: "es2022", assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { proxy, strictPort: true },
  test: { environment: "happy-dom", include: ["tests/**/*.test.ts"], restoreMocks: true, unstubGlobals: true },
});
