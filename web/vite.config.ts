import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { parse } from "smol-toml";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";

/** Sections of sentences that the server alone says: no browser waits for them. */
const OF_THE_SERVER = ["run", "relations", "problems", "assumed"];
/** Sections that are said on some pages only: `en.toml?later` has them, and the first page does not wait for them. */
const LATER = ["steps", "trace", "troubles", "work_does", "work_watch", "work_stop"];

/** Lets a module import a TOML file as the object it says. */
function toml(): Plugin {
  return {
    name: "toml",
    enforce: "pre",
    load(id) {
      const [file = id, query] = id.split("?");
      if (!file.endsWith(".toml")) return null;
      this.addWatchFile(file);
      const ours = (section: string) =>
        LATER.includes(section) === (query === "later") && !OF_THE_SERVER.includes(section);
      const said = Object.entries(parse(readFileSync(file, "utf8")));
      return `export default ${JSON.stringify(Object.fromEntries(said.filter(([section]) => ours(section))))}`;
    },
  };
}

const TESTS = ["src/**/*.test.{ts,tsx}"];
/** Tests that put something in the place of a module, of the browser or of its storage: each file has a world of its own. */
const apart = readdirSync("src", { recursive: true, encoding: "utf8" })
  .map((file) => `src/${file}`)
  .filter((file) => /\.test\.tsx?$/.test(file))
  .filter((file) =>
    /vi\.(mock|stubGlobal)|@vitest-environment|fake-indexeddb/.test(readFileSync(file, "utf8")),
  );

export default defineConfig({
  plugins: [toml(), react(), tailwindcss()],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  test: {
    pool: "threads",
    projects: [
      // what is imported anew for each file takes nine seconds in ten
      {
        extends: true,
        test: { name: "pure", include: TESTS, exclude: apart, isolate: false },
      },
      { extends: true, test: { name: "apart", include: apart } },
    ],
  },
  server: {
    fs: { allow: [".."] },
    proxy: { "/api": process.env.GALVANON_API ?? "http://127.0.0.1:8080" },
  },
});
