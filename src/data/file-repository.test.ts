import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { runSeed, seeded } from "../../test/seeded";
import { inTransaction, POOL, runStatement, selectRows } from "./database";
import { readEnvironment } from "./environment";
import {
  fileSizes,
  findFile,
  loadFile,
  noteUnusedFiles,
  presentFiles,
  readBytes,
  removeUnusedFiles,
  saveFile,
} from "./file-repository";

const [SITE, OTHER] = ["observatory", "tide-mill"];
const CHUNK = 256 * 1024;
const fileOf = (bytes: Uint8Array, variant = "original") => ({
  hash: randomBytes(32).toString("hex"),
  variant,
  type: "image/webp",
  source: bytes,
});
const save = (site: string, file: ReturnType<typeof fileOf>) =>
  inTransaction((transaction) => saveFile(site, file, transaction));
const chunksOf = async (hash: string): Promise<readonly number[]> =>
  (
    await selectRows<{ size: number }>(
      "SELECT length(bytes) AS size FROM file_chunk WHERE hash = :hash ORDER BY position",
      { hash },
      POOL,
    )
  ).map(({ size }) => size);

describe("bytes of files", () => {
  it.each([0, 1, CHUNK - 1, CHUNK, CHUNK + 1, 3 * CHUNK + 7])(
    "come back as they went, %i of them",
    async (size) => {
      const file = fileOf(randomBytes(size));
      await save(SITE, file);
      const found = await loadFile(SITE, file.hash, "original", POOL);
      expect(found?.type).toBe("image/webp");
      expect(found?.bytes.equals(file.source)).toBe(true);
      const chunks = await chunksOf(file.hash);
      expect(chunks.reduce((sum, each) => sum + each, 0)).toBe(size);
      expect(Math.max(0, ...chunks)).toBeLessThanOrEqual(CHUNK);
    },
  );

  it("are one site's own, each size by its name", async () => {
    const original = fileOf(Buffer.from("the whole picture"));
    const small = { ...original, variant: "480.webp", source: Buffer.from("small") };
    await save(SITE, original);
    await save(SITE, small);
    expect((await loadFile(SITE, original.hash, "480.webp", POOL))?.bytes.toString()).toBe("small");
    expect(await loadFile(SITE, original.hash, "960.webp", POOL)).toBeNull();
    expect(await loadFile(OTHER, original.hash, "original", POOL)).toBeNull();
    const sizes = await fileSizes(SITE, POOL);
    // only what was sent counts, not what was made of it
    expect(sizes.get(original.hash)).toBe(17);
    expect((await fileSizes(OTHER, POOL)).has(original.hash)).toBe(false);
  });

  it.skipIf(readEnvironment().PGPOOL < 6)(
    "are kept once, also when two send the same at the same time",
    async () => {
      const file = fileOf(randomBytes(CHUNK + 5));
      let begun = 0;
      const six = Array.from({ length: 6 }, () =>
        inTransaction(async (transaction) => {
          await selectRows("SELECT 1", {}, transaction);
          begun += 1;
          // none goes on before all have begun
          while (begun < 6) await new Promise((on) => setTimeout(on, 5));
          await saveFile(SITE, file, transaction);
        }),
      );
      await Promise.all(six);
      await save(SITE, file);
      expect(await chunksOf(file.hash)).toEqual([CHUNK, 5]);
      expect((await loadFile(SITE, file.hash, "original", POOL))?.bytes.equals(file.source)).toBe(true);
    },
  );

  it("come from the disk as from memory, and only the chunks asked for are read", async () => {
    const folder = mkdtempSync(join(tmpdir(), "gray-latch-files-"));
    const bytes = randomBytes(3 * CHUNK + 99);
    const path = join(folder, "it");
    writeFileSync(path, bytes);
    const file = { ...fileOf(bytes), source: path };
    await save(SITE, file as never);
    rmSync(folder, { recursive: true });
    expect(await chunksOf(file.hash)).toEqual([CHUNK, CHUNK, CHUNK, 99]);
    const random = seeded(runSeed(5));
    for (let times = 0; times < 40; times += 1) {
      const from = random.below(bytes.length);
      const to = from + random.below(Math.min(bytes.length - from, times % 2 ? 50 : CHUNK * 2));
      const got: Buffer[] = [];
      for await (const chunk of readBytes(SITE, file.hash, "original", { from, to }, POOL)) got.push(chunk);
      expect(Buffer.concat(got).equals(bytes.subarray(from, to + 1)), `${from} to ${to}`).toBe(true);
    }
    // one byte of it is read although all other chunks are gone
    await runStatement(
      "DELETE FROM file_chunk WHERE hash = :hash AND position <> 2",
      { hash: file.hash },
      POOL,
    );
    for await (const chunk of readBytes(
      SITE,
      file.hash,
      "original",
      { from: 2 * CHUNK, to: 2 * CHUNK },
      POOL,
    ))
      expect([...chunk]).toEqual([bytes[2 * CHUNK]]);
    expect(await findFile(SITE, file.hash, "original", POOL)).toEqual({
      type: "image/webp",
      size: bytes.length,
    });
  });

  it("nothing uses go after a week, and never what the draft, an edition, an entry, the bin or a change of late names", async () => {
    const NOON = new Date("2031-05-01T12:00:00.000Z");
    const inDays = (days: number) => new Date(NOON.getTime() + days * 86_400_000);
    const named = Object.fromEntries(
      ["nothing", "draft", "edition", "film", "bin", "upload", "change"].map((by) => [
        by,
        fileOf(randomBytes(9)),
      ]),
    ) as Record<
      "nothing" | "draft" | "edition" | "film" | "bin" | "upload" | "change",
      ReturnType<typeof fileOf>
    >;
    for (const file of Object.values(named)) await save(OTHER, file);
    await save(SITE, named.nothing);
    const insert = (sql: string, values: Record<string, unknown>) =>
      runStatement(sql, { site: OTHER, ...values }, POOL);
    const inside = (by: keyof typeof named) => JSON.stringify({ deep: [{ file: named[by].hash }] });
    await insert(
      "INSERT INTO document (site, id, kind, rev, body, hash) VALUES (:site, 'x-doc', 'x', 1, :body, 'x')",
      { body: inside("draft") },
    );
    await insert("INSERT INTO blob (site, hash, body) VALUES (:site, 'x-blob', :body)", {
      body: inside("edition"),
    });
    await insert(
      `UPDATE entry SET film = CAST(:body AS jsonb)
       WHERE site = :site AND id = (SELECT min(id) FROM entry WHERE site = :site)`,
      { body: inside("film") },
    );
    await insert(
      "INSERT INTO removed_content (site, id, label, body, author, at) VALUES (:site, 'x', '', :body, '', now())",
      { body: inside("bin") },
    );
    await insert(
      "INSERT INTO upload (site, id, account, name, hash, state, at) VALUES (:site, 'x', '', '', :hash, 'waiting', now())",
      { hash: named.upload.hash },
    );
    await insert(
      `INSERT INTO change (site, rev, operations, inverse, author, label, at)
       VALUES (:site, 99999, CAST(:body AS jsonb), '[]', 'x', '', :at)`,
      { body: inside("change"), at: inDays(2) },
    );
    const sweep = (days: number) =>
      inTransaction(async (transaction) => {
        await noteUnusedFiles(OTHER, inDays(days), transaction);
        return removeUnusedFiles(OTHER, inDays(days), transaction);
      });
    const there = async () => {
      const present = await presentFiles(
        OTHER,
        Object.values(named).map(({ hash }) => hash),
        POOL,
      );
      return Object.entries(named).flatMap(([by, { hash }]) => (present.has(hash) ? [by] : []));
    };
    const used = ["draft", "edition", "film", "bin", "upload"];
    expect(await sweep(0)).toBe(0);
    expect(await sweep(6.9)).toBe(0);
    expect(await there()).toHaveLength(7);
    // asked for anew, it has another week
    await save(OTHER, named.nothing);
    expect(await sweep(7)).toBe(0);
    expect(await sweep(13.9)).toBe(0);
    expect(await sweep(14)).toBe(1);
    expect(await there()).toEqual([...used, "change"]);
    // a change is undone for a week; what it names then counts from there
    await sweep(20);
    expect(await sweep(27)).toBe(1);
    expect(await there()).toEqual(used);
    // another site's is its own
    expect((await presentFiles(SITE, [named.nothing.hash], POOL)).size).toBe(1);
    for (const [table, where] of [
      ["document", "id = 'x-doc'"],
      ["blob", "hash = 'x-blob'"],
      ["removed_content", "id = 'x'"],
      ["upload", "id = 'x'"],
      ["change", "rev = 99999"],
    ])
      await insert(`DELETE FROM ${table} WHERE site = :site AND ${where}`, {});
  });

  it("are all there or not at all", async () => {
    const file = fileOf(randomBytes(2 * CHUNK));
    const failing = inTransaction(async (transaction) => {
      await saveFile(SITE, file, transaction);
      throw new Error("and then the light went out");
    });
    await expect(failing).rejects.toThrow("the light went out");
    expect(await loadFile(SITE, file.hash, "original", POOL)).toBeNull();
    expect(await chunksOf(file.hash)).toEqual([]);
    // one that failed hinders none that comes later
    await save(SITE, file);
    expect(await chunksOf(file.hash)).toEqual([CHUNK, CHUNK]);
  });
});
