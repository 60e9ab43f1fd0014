import { expect, it } from "vitest";
import { randomFacts } from "../../../test/random-site";
import { seeded } from "../../../test/seeded";
import { parseEntryFile } from "../../core/content/entry-file";
import { OWN_FIELD_TYPES } from "../../core/model/own-field";
import { describeIssues } from "../../messages/issues";
import { entriesFromFiles } from "./content-import";

const FACTS = randomFacts(seeded(3));
const facts = {
  ...FACTS,
  kinds: FACTS.kinds.map((kind) => ({
    ...kind,
    fields: OWN_FIELD_TYPES.map((type) => ({ key: type.toLowerCase(), label: `The ${type}`, type })),
  })),
};
const brought = (fields: string) => {
  const kind = facts.kinds[0]?.key ?? "";
  const file = parseEntryFile(
    `entries/${kind}/one.md`,
    kind,
    "one",
    `---\ntitle: One\nfields:\n${fields}---\nWords\n`,
  );
  if (!file.ok) return file;
  let next = 0;
  return entriesFromFiles([file.value], facts, () => `new-${next++}`);
};

it("takes own fields that are what their kind says, yes and no as words", () => {
  const read = brought(
    "  number: 3\n  money: 24.5\n  date: 2026-03-01\n  datetime: 2026-03-01 19:30\n  yesno: true\n  link: https://a.example/\n",
  );
  expect(read.ok && read.value[0]?.fields).toEqual({
    number: 3,
    money: 24.5,
    date: "2026-03-01",
    datetime: "2026-03-01 19:30",
    yesno: "yes",
    link: "https://a.example/",
  });
});
it.each([
  ["number: many", "“many” as its The number, which is to be a number"],
  ["date: 2026-13-01", "which is to be a date"],
  ["datetime: 2026-03-01", "which is to be a date and a time"],
  ["yesno: perhaps", "which is to be yes or no"],
  ['link: "javascript:alert(1)"', "which is to be an address"],
])("refuses %s with its file, its field and what it is to be", (field, words) => {
  const read = brought(`  ${field}\n`);
  if (read.ok) throw new Error("test: expected an issue, got entries");
  expect(describeIssues(read.issues)).toContain(words);
  expect(describeIssues(read.issues)).toContain("one.md");
});
