// Put the classes of every template in Tailwind's own order, and find lines over 160 characters: `node tools/templates.mjs` says which,
// `--write` sorts the classes.
// Names that give no style of their own (what a test or a script looks for) come first. Text with template tags is sorted between them.
import { readFileSync, writeFileSync } from "node:fs";
import { execFileSync } from "node:child_process";
import { dirname, join } from "node:path";
import { __unstable__loadDesignSystem as loadDesignSystem } from "tailwindcss";

const root = join(import.meta.dirname, "..");
const sheet = join(root, "studio/assets/app.css");
const loadStylesheet = async (id, base) => {
  const path = id.startsWith(".") ? join(base, id) : join(root, "node_modules", `${id}.css`);
  return { path, base: dirname(path), content: readFileSync(path, "utf8") };
};
const system = await loadDesignSystem(readFileSync(sheet, "utf8"), { base: dirname(sheet), loadStylesheet });

const TAGS = /(\{%.*?%\}|\{\{.*?\}\})/s;
const LONGEST = 160;
const FILLED = 140;
const CLASS = /(?<![\w:-])class="((?:\{%.*?%\}|\{\{.*?\}\}|[^"{]|\{(?![{%]))*)"/gs;

function sorted(text, column) {
  const parts = text.split(TAGS);
  return parts
    .map((part, at) => {
      if (TAGS.test(part) || !part.trim()) return part;
      const order = system.getClassOrder(part.trim().split(/\s+/));
      const ranked = order.map(([name, rank], at) => ({ name, rank, at }));
      ranked.sort((one, other) => {
        if (one.rank === other.rank) return one.at - other.at;
        if (one.rank === null || other.rank === null) return one.rank === null ? -1 : 1;
        return one.rank < other.rank ? -1 : 1;
      });
      const lead = /^\s*/.exec(part)[0];
      const trail = /\s*$/.exec(part)[0];
      const names = ranked.map((one) => one.name);
      return lead + (part.trim().includes("\n") ? wrapped(names, part, at ? 90 : column) : names.join(" ")) + trail;
    })
    .join("");
}

// Names over several lines fill them up to the same width; the first begins at a column.
function wrapped(names, part, column) {
  const indent = /^ */.exec(part.trim().split("\n")[1])[0];
  const lines = [""];
  for (const name of names) {
    const last = lines.at(-1);
    const room = FILLED - (lines.length === 1 ? column : indent.length);
    if (last && last.length + 1 + name.length > room) lines.push(name);
    else lines[lines.length - 1] = last ? `${last} ${name}` : name;
  }
  return lines.join(`\n${indent}`);
}

const files = execFileSync("git", ["ls-files", "*/templates/*.html"], { cwd: root, encoding: "utf8" }).split("\n").filter(Boolean);
let wrong = 0;
for (const file of files) {
  const text = readFileSync(join(root, file), "utf8");
  text.split("\n").forEach((line, at) => {
    if (line.length <= LONGEST) return;
    wrong += 1;
    console.log(`${file}:${at + 1}: ${line.length} characters; at most ${LONGEST}`);
  });
  const better = text.replace(CLASS, (whole, classes, offset) => `class="${sorted(classes, offset + 7 - text.lastIndexOf("\n", offset) - 1)}"`);
  if (better === text) continue;
  wrong += 1;
  if (process.argv.includes("--write")) writeFileSync(join(root, file), better);
  else console.log(`${file}: classes are not in order; run \`node tools/templates.mjs --write\``);
}
process.exit(wrong && !process.argv.includes("--write") ? 1 : 0);
