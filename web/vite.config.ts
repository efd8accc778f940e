import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { basename, join, relative } from "node:path";

import vue from "@vitejs/plugin-vue";
import { build, runnerImport, type Plugin, type ResolvedConfig } from "vite";
import { defineConfig } from "vitest/config";

/** Where `./dentado dev` serves everything but the front end itself; it is told the host that was asked for, or no form would be taken. */
const behind = process.env.DENTADO_BEHIND ?? "http://127.0.0.1:8350";
const proxy = Object.fromEntries(["/api", "/sign-in", "/set-up", "/code", "/join", "/assets", "/health"].map((path) => [path, { target: behind, changeOrigin: false }]));

/** Beside the screens, the worker that keeps them on a device: it is told every file there is, with a stamp. */
function deviceWorker(): Plugin {
  let config: ResolvedConfig;
  return {
    name: "device-worker",
    apply: "build",
    configResolved: (resolved) => {
      config = resolved;
    },
    async closeBundle() {
      const out = join(config.root, config.build.outDir);
      const dist = config.build.outDir.startsWith("/") ? config.build.outDir : out;
      const files = readdirSync(dist, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile() && !/\.(html|webmanifest)$/.test(entry.name));
      const stamped = files
        .map((entry) => join(entry.parentPath, entry.name))
        .sort()
        .map((path) => ({ url: `/${relative(dist, path)}`, revision: stamp(readFileSync(path)) }));
      // The page itself is Django's, with a nonce of its own; it changes with what it loads.
      const screens = [{ url: "/shell", revision: stamp(JSON.stringify(stamped) + readFileSync(join(dist, "index.html"), "utf8")) }, ...stamped];
      await build({
        configFile: false,
        logLevel: "warn",
        publicDir: false,
        define: { SCREENS: JSON.stringify(screens), "process.env.NODE_ENV": '"production"' },
        build: { outDir: dist, emptyOutDir: false, target: "es2022", lib: { entry: "worker/worker.ts", formats: ["iife"], name: "worker", fileName: () => "worker.js" } },
      });
    },
  };
}

/**
 * What a page is drawn with is asked for before its scripts: the styles, and the two fonts that every page begins with.
 * The front end's script is fetched with them, and begun by a small one once what the server drew is on the glass.
 */
function drawnFirst(): Plugin {
  return {
    name: "drawn-first",
    apply: "build",
    transformIndexHtml: {
      order: "post",
      handler: (html, { bundle }) => {
        const sheets = html.match(SHEET) ?? [];
        const fonts = Object.keys(bundle ?? {})
          .filter((name) => /-latin-wght-normal-[^/]*\.woff2$/.test(name))
          .sort()
          .map((name) => `<link rel="preload" href="/${name}" as="font" type="font/woff2" crossorigin>`);
        const start = Object.keys(bundle ?? {}).find((name) => /\/start-[^/]*\.js$/.test(name));
        if (!start) throw new Error("The script that begins the front end was not built.");
        const script = (_: string, path: string) => [`<link rel="preload" href="${path}" as="script" crossorigin>`, `<script type="module" crossorigin src="/${start}"></script>`].join("\n    ");
        return html
          .replace(SHEET, "")
          .replace(/<script /, [...sheets, ...fonts, "<script "].join("\n    "))
          .replace(/<script type="module"[^>]* src="([^"]+)"><\/script>/, script);
      },
    },
  };
}

const START = "src/app/start.ts";

const SHEET = /<link rel="stylesheet"[^>]*>/g;

/** What the controls look like, worked out once: a page that did it for itself at every start was a tenth of a second later on a phone. */
function controlsSheet(): Plugin {
  const sheet = "\0virtual:controls.css";
  return {
    name: "controls-sheet",
    resolveId: (id) => (id === "virtual:controls.css" ? sheet : undefined),
    async load(id) {
      if (id !== sheet) return undefined;
      const { module } = await runnerImport<{ controlsLook: () => string }>("./src/app/controlsLook.ts");
      return module.controlsLook();
    },
  };
}

const stamp = (of: string | Buffer) => createHash("sha256").update(of).digest("hex").slice(0, 16);

/** Scoped styles go by the component's name, which stands once over the project: what the server draws first bears it too. */
const byName = (path: string) => basename(path, ".vue").toLowerCase();

export default defineConfig({
  plugins: [vue({ features: { componentIdGenerator: byName } }), controlsSheet(), drawnFirst(), deviceWorker()],
  resolve: { alias: { "primevue/ripple": join(import.meta.dirname, "src/app/noRipple.ts") } },
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    // What the first screen stands on is one file: each more is asked for on its own.
    rolldownOptions: {
      input: { first: "index.html", start: START },
      output: { codeSplitting: { groups: [{ name: "first", tags: ["$initial"], test: (path: string) => !path.endsWith(START) }] } },
    },
  },
  server: { proxy, strictPort: true },
  test: { environment: "happy-dom", include: ["tests/**/*.test.ts"], restoreMocks: true, unstubGlobals: true },
});
