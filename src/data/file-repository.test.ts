import { randomBytes } from "node:crypto";
import { describe, expect, it } from "vitest";
import { inTransaction, POOL, selectRows } from "./database";
import { fileSizes, loadFile, saveFile } from "./file-repository";

const [SITE, OTHER] = ["observatory", "tide-mill"];
const CHUNK = 256 * 1024;
const fileOf = (bytes: Uint8Array, variant = "original") => ({
  hash: randomBytes(32).toString("hex"),
  variant,
  type: "image/webp",
  bytes,
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
      expect(found?.bytes.equals(file.bytes)).toBe(true);
      const chunks = await chunksOf(file.hash);
      expect(chunks.reduce((sum, each) => sum + each, 0)).toBe(size);
      expect(Math.max(0, ...chunks)).toBeLessThanOrEqual(CHUNK);
    },
  );

  it("are one site's own, each size by its name", async () => {
    const original = fileOf(Buffer.from("the whole picture"));
    const small = { ...original, variant: "480.webp", bytes: Buffer.from("small") };
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

  it("are kept once, also when two send the same at the same time", async () => {
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
    expect((await loadFile(SITE, file.hash, "original", POOL))?.bytes.equals(file.bytes)).toBe(true);
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
