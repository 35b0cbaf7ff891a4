import { expect, it } from "vitest";
import { csvCell } from "./files";

it.each([
  ["Pear", '"Pear"'],
  ["=1+1", '"\'=1+1"'],
  ["a;=1+1", '"a;\'=1+1"'],
  ["a,\t@b", "\"a,'\t'@b\""],
  ['say "ah", -b', '"say ""ah"", \'-b"'],
  ["pear - quince", '"pear - quince"'],
])("%s runs in no spreadsheet", (text, cell) => {
  expect(csvCell(text)).toBe(cell);
});
