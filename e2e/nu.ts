import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

interface NuMessage {
  readonly type: string;
  readonly url: string;
  readonly lastLine?: number;
  readonly message: string;
}

/** What the Nu HTML checker finds wrong with pages, each error with the name of its page. */
export const nuErrors = (pages: readonly (readonly [name: string, html: string])[]): readonly string[] => {
  const folder = mkdtempSync(join(tmpdir(), "gray-latch-nu-"));
  try {
    const files = pages.map(([, html], index) => {
      const file = join(folder, `${index}.html`);
      writeFileSync(file, html);
      return file;
    });
    const jar = "node_modules/vnu-jar/build/dist/vnu.jar";
    const report = execFileSync(
      "java",
      ["-jar", jar, "--format", "json", "--exit-zero-always", "--stdout", ...files],
      { encoding: "utf8", maxBuffer: 64 * 1024 * 1024 },
    );
    const messages = (JSON.parse(report) as { messages: NuMessage[] }).messages;
    // its CSS mode does not know container queries and range syntax: the stylesheet is checked by css-tree instead
    const errors = messages.filter((each) => each.type === "error" && !/^CSS:/.test(each.message));
    return errors.map(
      (each) => `${pages[Number(/(\d+)\.html$/.exec(each.url)?.[1])]?.[0]}:${each.lastLine} ${each.message}`,
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
};
