import { createHash } from "node:crypto";
import { beforeAll, describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { defaultSettings } from "../../core/blocks";
import { findBody } from "../../core/design/design";
import type { Part } from "../../core/design/part";
import type { FilmFile } from "../../core/model/film";
import { POOL, selectRows } from "../../data/database";
import { loadDraft } from "../../data/design-repository";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";

const at = (path: string) => answerSite("observatory", new URL(path, publicOrigin("observatory")));
const entryAt = async (path: string): Promise<string> => {
  const [row] = await selectRows<{ id: string }>(
    "SELECT id FROM entry WHERE site = 'observatory' AND path = :path",
    { path },
    POOL,
  );
  if (!row) throw new Error(`test: expected an entry at ${path}, got none`);
  return row.id;
};
/** MPEG audio begins so; what follows nobody decodes here. */
const SOUND = new Uint8Array([...Buffer.from("ID3"), 4, 0, 0, ...new Array<number>(64).fill(0)]);
const VTT = new TextEncoder().encode("WEBVTT\n\n00:00.000 --> 00:01.000\nClear tonight\n");
const PATH = "/notes/how-dark-is-our-sky/";

describe("the film or the sound of an entry", () => {
  let who: Studio;
  let entry: string;
  const keep = async (name: "keepFilm" | "keepCaptions", bytes: Uint8Array, file: string) => {
    const kept = await who.sendFile(name, bytes, { name: file });
    if (!kept.ok) throw new Error(JSON.stringify(kept.issues));
    return kept.value as { film: FilmFile; captions: NonNullable<FilmFile["captions"]> };
  };
  beforeAll(async () => {
    who = new Studio(await signInAs("owner"));
    entry = await entryAt(PATH);
  });

  it("is kept by what is in it, played by the layout that has the block, and served in pieces", async () => {
    const { film } = await keep("keepFilm", SOUND, "dark.mp3");
    const { captions } = await keep("keepCaptions", VTT, "dark.vtt");
    expect(film).toEqual({
      file: createHash("sha256").update(SOUND).digest("hex"),
      type: "audio/mpeg",
      name: "dark.mp3",
    });
    const change = { entry, film: { ...film, captions } };
    expect((await who.get("entryImpact", change)).isPlayed).toBe(false);
    await who.get("changeEntry", change);
    const shown = (await who.get("page", { page: `entry:${entry}` })).slots.find(
      ({ slot }) => slot === "layout",
    )?.part as string;
    const body = findBody(await loadDraft("observatory", POOL), "part", shown) as Part;
    const block = { id: "plays", kind: "film", settings: defaultSettings("film"), look: {} };
    const bands = structuredClone(body.bands) as unknown as { cells: { blocks: unknown[] }[] }[];
    bands[0]?.cells[0]?.blocks.push(block);
    await who.get("change", {
      operations: [{ op: "set", id: shown, path: ["bands"], value: bands, was: body.bands }],
    });
    await who.get("publish", { note: "" });
    expect((await who.get("entryImpact", { entry, film: null })).isPlayed).toBe(true);
    const page = String((await at(PATH)).body);
    expect(page).toContain(`<source src="/_media/${film.file}.mp3" type="audio/mpeg">`);
    expect(page).toContain(`src="/_media/${captions.file}.vtt"`);
    const served = await at(`/_media/${film.file}.mp3`);
    expect([served.status, served.headers?.["Content-Type"], served.headers?.["Accept-Ranges"]]).toEqual([
      200,
      "audio/mpeg",
      "bytes",
    ]);
    expect(served.file?.size).toBe(SOUND.length);
  });
  it("does not leave the server for who may not read the entry", async () => {
    await who.get("changeEntry", { entry, access: "signedIn" });
    const page = String((await at(PATH)).body);
    expect(page).not.toContain(createHash("sha256").update(SOUND).digest("hex"));
    await who.get("changeEntry", { entry, access: "public" });
  });
  it("elsewhere is an address that is led to; nothing of it is loaded", async () => {
    await who.get("changeEntry", { entry, film: { address: "https://films.example/dark" } });
    const page = String((await at(PATH)).body);
    expect(page).toContain('href="https://films.example/dark"');
    expect(page).not.toContain('src="https://films.example');
    await who.get("changeEntry", { entry, film: null });
    expect(String((await at(PATH)).body)).not.toContain("films.example");
  });
  it.each([
    [
      "a file that the site does not keep",
      { file: "0".repeat(64), type: "video/mp4", name: "x" },
      "film.notHere",
    ],
    ["a type that no browser plays", { file: "0".repeat(64), type: "video/avi", name: "x" }, "input.invalid"],
    ["an address of another kind", { address: "javascript:alert(1)" }, "input.invalid"],
    ["half an address", { address: "https://" }, "input.invalid"],
  ])("is refused: %s", async (_, film, code) => {
    expect((await who.refused("changeEntry", { entry, film }))[0]?.code).toBe(code);
    expect((await who.get("page", { page: `entry:${entry}` })).entry?.film).toBeNull();
  });
  it("is refused where the file is kept as something else", async () => {
    const { film } = await keep("keepFilm", SOUND, "dark.mp3");
    const { captions } = await keep("keepCaptions", VTT, "dark.vtt");
    for (const wrong of [
      { ...film, type: "video/mp4" },
      { ...film, file: captions.file },
      { ...film, captions: { file: film.file, name: "x" } },
    ])
      expect((await who.refused("changeEntry", { entry, film: wrong }))[0]?.code).toBe("film.notHere");
  });
  it("is refused where it is no film", async () => {
    const kept = await who.sendFile("keepFilm", new Uint8Array(64).fill(65), { name: "letters.mp4" });
    expect(!kept.ok && kept.issues[0]?.code).toBe("film.unknown");
  });
});
