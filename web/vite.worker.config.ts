/** The service worker, built after the pages: it carries the list of their files. */
import { createHash } from "node:crypto";
import { existsSync, readFileSync } from "node:fs";
import { defineConfig, type Manifest } from "vite";

function builtFiles() {
  if (!existsSync("dist/build.json")) throw new Error("Build the pages first: npm run build");
  const build: Manifest = JSON.parse(readFileSync("dist/build.json", "utf8"));
  const hashed = Object.values(build).flatMap((part) => [
    part.file,
    ...(part.css ?? []),
    ...(part.assets ?? []),
  ]);
  const mark = createHash("sha256")
    .update(readFileSync("dist/mark.svg"))
    .digest("hex")
    .slice(0, 12);
  return [
    ...[...new Set(hashed)].sort().map((file) => ({ url: `/${file}`, revision: null })),
    { url: "/mark.svg", revision: mark },
  ];
}

export default defineConfig({
  define: {
    BUILT_FILES: JSON.stringify(builtFiles()),
    "process.env.NODE_ENV": JSON.stringify("production"),
  },
  build: {
    target: "es2022",
    emptyOutDir: false,
    copyPublicDir: false,
    reportCompressedSize: false,
    rolldownOptions: { input: "worker/sw.ts", output: { format: "iife", entryFileNames: "sw.js" } },
  },
});
