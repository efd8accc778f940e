import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [vue()],
  build: { target: "es2022", assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { proxy: { "/api": "http://127.0.0.1:8350" } },
});
