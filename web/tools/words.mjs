// Every text of the page, each with its place: what stands between tags, and what is said in quotes.
import { readdirSync, readFileSync } from "node:fs";
import ts from "typescript";

const SAID = /^(label|title|hint|text|what|action|placeholder|aria-label|children|alt)$/;

function quoted(node) {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (!ts.isTemplateExpression(node)) return null;
  return node.head.text + node.templateSpans.map((span) => `…${span.literal.text}`).join("");
}

function isSaid(node, text) {
  if (!/\p{L}/u.test(text)) return false;
  // The line of a drawing, and the width of a screen.
  if (/^[MC][\d… ]/.test(text) || /^\(max-width/.test(text)) return false;
  const { parent } = node;
  if (ts.isImportDeclaration(parent) || ts.isLiteralTypeNode(parent)) return false;
  const name = (ts.isJsxAttribute(parent) || ts.isPropertyAssignment(parent)) && parent.name.getText();
  if (name) return SAID.test(name) || /^[A-Z“].*\s/.test(text);
  // A sentence, or a word that begins like one.
  return /\s/.test(text.trim()) ? !/[{};=]|^[a-z-]+( [a-z0-9.-]+)+$/.test(text) : /^[A-Z][a-z]+/.test(text);
}

const files = readdirSync("src", { recursive: true }).map((name) => `src/${name}`);
for (const path of files.filter((name) => /\.tsx?$/.test(name)).sort()) {
  if (/\.test\.|schema\.d/.test(path)) continue;
  const kind = path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const file = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true, kind);
  const walk = (node) => {
    const text = ts.isJsxText(node) ? node.text : quoted(node);
    const line = text && text.trim().replace(/\s+/g, " ");
    if (line && (ts.isJsxText(node) ? /\p{L}/u.test(line) : isSaid(node, line))) {
      const at = file.getLineAndCharacterOfPosition(node.getStart()).line + 1;
      console.log(`web/${path}:${at}: ${line}`);
    }
    ts.forEachChild(node, walk);
  };
  walk(file);
}
