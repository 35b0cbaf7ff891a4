// Builds the service worker with the list of what was built before it.
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { build } from "vite";

const FONTS_FIRST = /latin-wght/;
const assets = readdirSync("dist/assets")
  .filter((name) => /\.(js|css)$/.test(name) || (/\.woff2$/.test(name) && FONTS_FIRST.test(name)))
  .sort()
  .map((name) => ({ url: `/static/assets/${name}`, revision: null }));
const page = createHash("sha256").update(readFileSync("dist/index.html")).digest("hex").slice(0, 16);
const shipped = [...assets, { url: "/static/icon.svg", revision: page }, { url: "/", revision: page }];

await build({
  configFile: false,
  publicDir: false,
  logLevel: "warn",
  define: { SHIPPED: JSON.stringify(shipped), "process.env.NODE_ENV": '"production"' },
  build: {
    outDir: "dist",
    emptyOutDir: false,
    lib: { entry: "src/offline/worker.ts", formats: ["iife"], name: "worker", fileName: () => "sw.js" },
  },
});
