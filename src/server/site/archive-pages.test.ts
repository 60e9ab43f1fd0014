import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { setNodeOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";
import { touchContent } from "../../data/content-repository";
import { inTransaction, POOL, runStatement, selectRows } from "../../data/database";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";

const ARCHIVE = "/notes/";

/** The entries that each page of the archive lists, up to the first page that is not there. */
const listed = async (): Promise<readonly (readonly string[])[]> => {
  const pages: string[][] = [];
  for (let number = 1; number < 50; number += 1) {
    const path = number === 1 ? ARCHIVE : `${ARCHIVE}page/${number}/`;
    const { status, body } = await answerSite("observatory", new URL(publicOrigin("observatory") + path));
    if (status === 404) return pages;
    const main = /<main.*<\/main>/s.exec(String(body))?.[0] ?? "";
    pages.push([...main.matchAll(/class="name" href="([^"]+)"/g)].map(([, href]) => href as string));
  }
  throw new Error("test: expected an end of the archive");
};

describe("what comes next", () => {
  it("G30: is in the order it begins, and what is over is gone the moment it ends", async () => {
    const front = async () => {
      const { body } = await answerSite("observatory", new URL(`${publicOrigin("observatory")}/`));
      const main = /<main.*<\/main>/s.exec(String(body))?.[0] ?? "";
      return [...main.matchAll(/class="name" href="(\/open-nights\/[^"]+)"/g)].map(
        ([, href]) => href as string,
      );
    };
    const times = await selectRows<{ path: string; starts: Date; ends: Date }>(
      `SELECT path, starts_at AS starts, ends_at AS ends FROM entry
       WHERE site = 'observatory' AND path LIKE '/open-nights/%' AND ends_at > now() ORDER BY starts_at`,
      {},
      POOL,
    );
    const before = await front();
    expect(before.length).toBeGreaterThan(1);
    expect(before).toEqual(times.slice(0, before.length).map(({ path }) => path));
    const [next] = times;
    if (!next) throw new Error("test: expected an open night that is still to come, got none");
    const endsAt = (instant: Date) =>
      inTransaction(async (transaction) => {
        const values = {
          path: next.path,
          instant,
          starts: new Date(Math.min(+instant - 60_000, +next.starts)),
        };
        await runStatement(
          "UPDATE entry SET starts_at = :starts, ends_at = :instant WHERE site = 'observatory' AND path = :path",
          values,
          transaction,
        );
        await touchContent("observatory", transaction);
      });
    const over = new Date(Date.now() + 1500);
    await endsAt(over);
    expect(await front()).toEqual(before);
    // nothing is changed meanwhile: the page turns by itself
    await new Promise((on) => setTimeout(on, +over - Date.now() + 50));
    expect(await front()).toEqual(times.slice(1, before.length + 1).map(({ path }) => path));
    await endsAt(next.ends);
    await inTransaction((transaction) =>
      runStatement(
        "UPDATE entry SET starts_at = :starts WHERE site = 'observatory' AND path = :path",
        { path: next.path, starts: next.starts },
        transaction,
      ),
    );
    await inTransaction((transaction) => touchContent("observatory", transaction));
  });
});

describe("the pages of an archive", () => {
  it("hold each of its entries once, whatever size and order later pages ask for themselves", async () => {
    const studio = new Studio(await signInAs("owner"));
    const layouts = (await studio.get("parts")).rows.filter(({ slot }) => slot === "layout");
    const bodies = await Promise.all(
      layouts.map(async ({ id }) => [id, (await studio.get("part", { part: id })).body as Part] as const),
    );
    const listOf = (part: Part) =>
      blocksOf(part).find((block) => block.kind === "entryList" && block.settings.paged);
    const [archive] = bodies.find(([, part]) => listOf(part)) ?? [];
    if (!archive) throw new Error("test: expected a layout with a paged list, got none");
    const set = async (part: string, settings: Readonly<Record<string, unknown>>) => {
      const body = (await studio.get("part", { part })).body as Part;
      const block = listOf(body);
      const operations = Object.entries(settings).map(([name, value]) =>
        setNodeOperation(body, part, block?.id ?? "", ["settings", name], value),
      );
      await studio.get("change", { operations });
    };
    const placed = async (part: string, clauses: readonly object[]) => {
      const { placement } = (await studio.get("part", { part })).body;
      await studio.get("change", {
        operations: [
          {
            op: "set",
            id: part,
            path: ["placement", "conditions"],
            value: [{ clauses }],
            was: placement.conditions,
          },
        ],
      });
    };
    const first = (await studio.get("duplicatePart", { part: archive, withPlacement: false })).part;
    await set(first, { pageSize: 3 });
    await placed(first, [{ facet: "address", values: [ARCHIVE] }]);
    await studio.get("publish", {});
    const before = await listed();
    expect(before.length).toBeGreaterThan(3);
    expect(before.map((page) => page.length).slice(0, -1)).toEqual(before.slice(1).map(() => 3));

    const later = (await studio.get("duplicatePart", { part: archive, withPlacement: false })).part;
    await set(later, { pageSize: 50, sort: "title", direction: "up" });
    await placed(later, [
      { facet: "address", values: [ARCHIVE] },
      { facet: "page", values: ["later"] },
    ]);
    await studio.get("publish", {});
    expect(await listed()).toEqual(before);
    expect(new Set(before.flat()).size).toBe(before.flat().length);

    // the size that is not heard is a finding, and one click settles it
    const { findings } = await studio.get("findings", { code: "sizeIgnored" });
    expect(findings).toMatchObject([{ part: later, size: 50, first, holds: 3, pages: before.length - 1 }]);
    const finding = { code: "sizeIgnored", part: later, first };
    const { mends } = await studio.get("findingMends", { finding });
    expect(mends).toMatchObject([{ is: "hearSize" }]);
    await studio.get("change", { operations: [...(mends[0]?.operations ?? [])] });
    expect((await studio.get("findings", { code: "sizeIgnored" })).findings).toEqual([]);
  });
});
