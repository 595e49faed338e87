import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { parse } from "smol-toml";
import { defineConfig, type Plugin } from "vite";

/** Lets a module import a TOML file as the object it says. */
function toml(): Plugin {
  return {
    name: "toml",
    enforce: "pre",
    load(id) {
      const file = id.split("?")[0] ?? id;
      if (!file.endsWith(".toml")) return null;
      this.addWatchFile(file);
      return `export default ${JSON.stringify(parse(readFileSync(file, "utf8")))}`;
    },
  };
}

export default defineConfig({
  plugins: [toml(), react(), tailwindcss()],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: {
    fs: { allow: [".."] },
    proxy: { "/api": process.env.GALVANON_API ?? "http://127.0.0.1:8080" },
  },
});
