import { cp, mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { describeIssues } from "../../messages/issues";
import { newIds } from "../process/ids";
import { readSiteFolder } from "./site-folder";

describe("a site's folder", () => {
  let folder: string;
  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), "gray-latch-site-"));
    await cp("demo/tide-mill", folder, { recursive: true });
  });
  afterEach(() => rm(folder, { recursive: true, force: true }));
  const change = async (from: RegExp, to: string) => {
    const file = join(folder, "site.yaml");
    const text = await readFile(file, "utf8");
    expect(text).toMatch(from);
    await writeFile(file, text.replace(from, to));
  };

  it("is read whole", async () => {
    const read = await readSiteFolder(folder, newIds.id);
    expect(read.ok).toBe(true);
  });
  const wrong: [string, RegExp, string, RegExp][] = [
    [
      "a time zone that does not exist",
      /timeZone: .*/,
      "timeZone: Europe/Ridge",
      /there is no such time zone/,
    ],
    ["no name", /^name: .*/m, "", /name/],
    ["a field nobody knows", /timeZone: .*/, "$&\ncolour: red", /colour/],
  ];
  it.each(wrong)("with %s is refused with the file and what is wrong", async (_, from, to, says) => {
    await change(from, to);
    const read = await readSiteFolder(folder, newIds.id);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    const said = describeIssues(read.issues);
    expect(said).toMatch(/site\.yaml/);
    expect(said).toMatch(says);
  });
});
