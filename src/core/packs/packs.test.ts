import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import Ajv from "ajv/dist/2020";
import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { NOW, randomFacts } from "../../../test/random-site";
import { seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { type Design, type DesignDocument, designOf, documentsOf, getBody } from "../design/design";
import { applyOperations, invertAll } from "../design/operations";
import type { Block, Part } from "../design/part";
import { SideColumn, USUAL_COLUMN } from "../design/side-column";
import { blocksOf } from "../design/tree";
import { canonicalJson } from "../model/canonical";
import { COLOUR_ROLES, type OwnTextStyle } from "../model/house-style";
import { EVERYWHERE, NOWHERE } from "../model/placement";
import { partDifferences } from "./differences";
import { importChange } from "./import-change";
import { type ImportAnswers, type NeedAnswer, NO_ANSWERS, planImport } from "./plan";
import { readPack } from "./read";
import type { ReferenceMap } from "./references";
import { FILES, packSchemas } from "./schemas";
import type { AskedNeed, Pack, PackPart } from "./shapes";
import { readTokens, TokenFile, writeTokens } from "./tokens";
import { keyMaker, writePack } from "./write";

const sha256 = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const bytes = new Uint8Array([1, 2, 3, 4]);
const info = {
  name: "Parts",
  version: "1.0.0",
  description: "",
  author: "Ida",
  licence: "CC0-1.0",
  created: NOW,
};
const facts = { ...randomFacts(seeded(12)) };
const index = buildIndex(facts, NOW);
const { style, menus } = pageData();

const header = {
  ...partWith("header", [
    block("logo"),
    {
      ...block("menu", { menu: "m1" }),
      look: { colour: "colour:grey", background: "", align: "", hideOn: [] },
    } as never,
    block("picture", { picture: "pic" }),
  ]),
  origin: "11111111-1111-4111-8111-111111111111",
};
const narrow = {
  ...partWith("footer", [block("copyright")]),
  name: "Narrow",
  origin: "22222222-2222-4222-8222-222222222222",
  placement: {
    ...NOWHERE,
    conditions: [
      {
        clauses: [
          { facet: "term" as const, values: ["t0"] },
          { facet: "kind" as const, values: ["k0"] },
        ],
      },
    ],
  },
};
const menu = {
  ...menus["main"]!,
  origin: "33333333-3333-4333-8333-333333333333",
  items: [{ id: "i1", label: "First", target: { identity: "entry:e0" }, items: [] }],
};
const design = designOf([
  { id: "style", kind: "style", body: style },
  { id: "h", kind: "part", body: { ...header, placement: EVERYWHERE } },
  { id: "f", kind: "part", body: narrow },
  { id: "m1", kind: "menu", body: menu },
  {
    id: "pic",
    kind: "picture",
    body: { ...picture, file: sha256(bytes), origin: "44444444-4444-4444-8444-444444444444" },
  },
]);
const everything = { parts: ["h", "f"], withMenus: true, withPictures: true, withStyle: true };
const zip = writePack(design, index, everything, info, { sha256, bytesOf: () => bytes });
const filesOf = (archive: Uint8Array) => new Map(Object.entries(unzipSync(archive)));
/** Files as an archive gives them to be read. */
const unpacked = (files: ReadonlyMap<string, Uint8Array>) => ({
  hashes: new Map([...files].map(([path, each]) => [path, sha256(each)])),
  texts: new Map([...files].filter(([path]) => path.endsWith(".json"))),
});
const packOf = (archive: Uint8Array): Pack => {
  const read = readPack(unpacked(filesOf(archive)));
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value;
};
const counter = () => {
  let next = 0;
  return { id: () => `i${next++}`, uuid: () => "55555555-5555-4555-8555-555555555555" };
};
/** Another site: other content, another palette, no design. */
const elsewhere = buildIndex(
  {
    ...facts,
    terms: [],
    kinds: facts.kinds.map((kind) => ({ ...kind, id: `other-${kind.id}` })),
    entries: [],
  },
  NOW,
);
const bare = designOf([
  {
    id: "style",
    kind: "style",
    body: {
      ...style,
      palette: [{ id: "moss", name: "Moss", value: "#505050" }],
      roles: Object.fromEntries(COLOUR_ROLES.map((role) => [role, "moss"])) as typeof style.roles,
    },
  },
]);

const encode = (value: unknown) => new TextEncoder().encode(canonicalJson(value));

const menuOf = (file: object) => (file as { menu: object }).menu;
const pictureOf = (file: object) => (file as { pictures: object[] }).pictures[0] as object;

describe("writing a pack", () => {
  it("gives the same bytes for the same parts, whichever was chosen first", () => {
    const turned = { ...everything, parts: [...everything.parts].reverse() };
    expect(writePack(design, index, turned, info, { sha256, bytesOf: () => bytes })).toEqual(zip);
  });
  it("carries how a side column stands, and knows one that stands otherwise", () => {
    const column = SideColumn.parse({ at: "left", share: 30, narrow: "folded", stays: true });
    const side: Part = { ...header, slot: "side", placement: EVERYWHERE, column };
    const own = designOf([
      { id: "style", kind: "style", body: style },
      { id: "s", kind: "part", body: side },
    ]);
    const [part] = packOf(
      writePack(own, index, { ...everything, parts: ["s"] }, info, { sha256, bytesOf: () => bytes }),
    ).parts;
    expect(part?.column).toEqual(column);
    const asIs: ReferenceMap = {
      menu: (id) => id,
      picture: (id) => id,
      colour: (value) => value,
      textStyle: (value) => value,
      content: (_, id) => id,
    };
    const theirs = { ...(part as PackPart), bands: side.bands, placement: EVERYWHERE };
    expect(partDifferences(side, theirs, asIs)).toEqual([]);
    expect(partDifferences({ ...side, column: { ...column, at: "right" } }, theirs, asIs)).toEqual([
      "content",
    ]);
    const { column: _, ...usual } = side;
    expect(partDifferences(usual, { ...theirs, column: USUAL_COLUMN }, asIs)).toEqual([]);
  });
  it("gives the same bytes for the same selection", () => {
    expect(writePack(design, index, everything, info, { sha256, bytesOf: () => bytes })).toEqual(zip);
  });
  it("brings along what the parts need, and only that", () => {
    expect([...filesOf(zip).keys()].sort()).toEqual(
      [
        `media/${sha256(bytes)}.jpg`,
        "media/media.json",
        "menus/main.json",
        "needs.json",
        "pack.json",
        "parts/footer-narrow.json",
        "parts/header-part.json",
        "style/tokens.json",
      ].sort(),
    );
    expect([
      ...filesOf(
        writePack(design, index, { ...everything, parts: ["f"] }, info, { sha256, bytesOf: () => bytes }),
      ).keys(),
    ]).not.toContain("menus/main.json");
  });
  it("has no database ids in it", () => {
    const text = new TextDecoder().decode(filesOf(zip).get("parts/footer-narrow.json"));
    expect(text).toContain(`${index.facts.groupings[0]?.key}/`);
    expect(text).not.toContain('"t0"');
  });
  it("names what the target must offer, and who asks", () => {
    const pack = packOf(zip);
    expect(pack.needs.find((need) => need.type === "kind")).toMatchObject({
      key: "k0",
      parts: ["footer-narrow"],
      menus: [],
    });
    expect(pack.needs.find((need) => need.type === "entry")).toMatchObject({ parts: [], menus: ["main"] });
  });
  it("fits its published JSON Schemas (2020-12) by an independent validator", () => {
    const ajv = new Ajv({ strict: false, formats: { uuid: true, "date-time": true } });
    const files = filesOf(zip);
    const schemas = packSchemas();
    const cases = [
      ["pack.json", schemas.pack],
      ["parts/header-part.json", schemas.part],
      ["menus/main.json", schemas.menu],
      ["media/media.json", schemas.media],
      ["needs.json", schemas.needs],
      ["style/tokens.json", schemas.tokens],
    ] as const;
    for (const [path, schema] of cases) {
      const validate = ajv.compile(schema as object);
      const value: unknown = JSON.parse(new TextDecoder().decode(files.get(path)));
      expect(validate(value), `${path} ${JSON.stringify(validate.errors)}`).toBe(true);
    }
  });
  it("is refused by its published schemas where it is refused by what reads it", () => {
    const ajv = new Ajv({ strict: false, formats: { uuid: true, "date-time": true } });
    const files = filesOf(zip);
    const bodyOf = (path: string) => JSON.parse(new TextDecoder().decode(files.get(path))) as object;
    const item = (levels: number): object => ({
      id: "x",
      label: "X",
      target: null,
      items: levels > 1 ? [item(levels - 1)] : [],
    });
    const clause = (facet: string, value: string) => ({
      conditions: [{ clauses: [{ facet, values: [value] }] }],
    });
    const menu = (levels: number) => ({
      menu: { ...menuOf(bodyOf("menus/main.json")), items: [item(levels)] },
    });
    const led = (identity: string) => ({
      menu: { ...menuOf(bodyOf("menus/main.json")), items: [{ ...item(1), target: { identity } }] },
    });
    const order = (background: object) => ({
      bands: [{ id: "b", background, cells: [{ id: "c" }] }],
    });
    const cases: readonly (readonly [string, keyof ReturnType<typeof packSchemas>, object, object])[] = [
      ["menus/main.json", "menu", menu(4), menu(3)],
      ["menus/main.json", "menu", led("page:1"), led("archive:date:k0:2026")],
      ["menus/main.json", "menu", led("archive:date:k0"), led("search")],
      [
        "parts/header-part.json",
        "part",
        { placement: clause("role", "home") },
        { placement: clause("role", "front") },
      ],
      [
        "parts/header-part.json",
        "part",
        { placement: clause("archiveOf", "day:1") },
        { placement: clause("archiveOf", "month:2026-03") },
      ],
      [
        "parts/header-part.json",
        "part",
        { placement: clause("pathUnder", "a") },
        { placement: clause("kind", "a") },
      ],
      [
        "parts/header-part.json",
        "part",
        order({ order: ["picture", "picture", "overlay"] }),
        order({ order: ["overlay", "picture", "texture"] }),
      ],
      [
        "media/media.json",
        "media",
        { pictures: [{ ...pictureOf(bodyOf("media/media.json")), file: "pack.json" }] },
        { pictures: [pictureOf(bodyOf("media/media.json"))] },
      ],
    ];
    for (const [path, name, bad, good] of cases) {
      const validate = ajv.compile(packSchemas()[name] as object);
      expect(validate({ ...bodyOf(path), ...bad }), `${path} ${JSON.stringify(bad)}`).toBe(false);
      expect(validate({ ...bodyOf(path), ...good }), JSON.stringify(validate.errors)).toBe(true);
      expect(FILES[name].safeParse({ ...bodyOf(path), ...bad }).success).toBe(false);
      expect(FILES[name].safeParse({ ...bodyOf(path), ...good }).success).toBe(true);
    }
  });
  it("has its schemas published as they are", () => {
    for (const [name, schema] of Object.entries(packSchemas()))
      expect(
        JSON.parse(readFileSync(`docs/schemas/${name}.schema.json`, "utf8")),
        `${name}: run npm run schemas`,
      ).toEqual(JSON.parse(JSON.stringify(schema)));
  });
  it("makes keys that are unique and plain", () => {
    const make = keyMaker();
    expect(["Day header", "Day header!", "…", "Été"].map(make)).toEqual([
      "day-header",
      "day-header-2",
      "item",
      "ete",
    ]);
  });
});

describe("reading a pack", () => {
  const tampered = (change: (files: Map<string, Uint8Array>) => void) => {
    const files = filesOf(zip);
    change(files);
    return readPack(unpacked(files));
  };
  const resealed = (files: Map<string, Uint8Array>, path: string, content: Uint8Array) => {
    files.set(path, content);
    const manifest = JSON.parse(new TextDecoder().decode(files.get("pack.json")));
    manifest.files[path] = sha256(content);
    files.set("pack.json", encode(manifest));
  };
  const bad: [string, (files: Map<string, Uint8Array>) => void, string, string][] = [
    ["no manifest", (files) => files.delete("pack.json"), "pack.fileMissing", "pack.json"],
    ["a file that is missing", (files) => files.delete("needs.json"), "pack.fileMissing", "needs.json"],
    [
      "a file that is not listed",
      (files) => files.set("extra.json", bytes),
      "pack.fileUnlisted",
      "extra.json",
    ],
    [
      "a file that is not listed, by a name every object knows",
      (files) => files.set("toString", bytes),
      "pack.fileUnlisted",
      "toString",
    ],
    [
      "more needs than are planned at once",
      (files) =>
        resealed(
          files,
          "needs.json",
          encode({
            schema: 1,
            needs: Array.from({ length: 501 }, (_, at) => ({
              type: "term",
              key: `t/${at}`,
              name: "x",
              parts: [],
            })),
          }),
        ),
      "pack.tooMany",
      "needs.json",
    ],
    [
      "a need that stands twice",
      (files) =>
        resealed(
          files,
          "needs.json",
          encode({
            schema: 1,
            needs: [1, 2].map(() => ({ type: "term", key: "t/a", name: "x", parts: [] })),
          }),
        ),
      "pack.keyTwice",
      "needs.json",
    ],
    [
      "a text that cannot be kept",
      (files) =>
        resealed(
          files,
          "needs.json",
          encode({ schema: 1, needs: [{ type: "term", key: "t/a", name: "a\0b", parts: [] }] }),
        ),
      "text.unstorable",
      "needs.json",
    ],
    ["a wrong hash", (files) => files.set("needs.json", bytes), "pack.hash", "needs.json"],
    [
      "a newer schema",
      (files) => resealed(files, "needs.json", encode({ schema: 2, needs: [] })),
      "pack.newer",
      "needs.json",
    ],
    [
      "something that is not JSON",
      (files) => resealed(files, "needs.json", bytes),
      "pack.notJson",
      "needs.json",
    ],
    [
      "a value that does not fit",
      (files) =>
        resealed(
          files,
          "needs.json",
          encode({ schema: 1, needs: [{ type: "planet", key: "x", name: "x", parts: [] }] }),
        ),
      "pack.value",
      "needs.json",
    ],
    [
      "two parts of one key",
      (files) => resealed(files, "parts/zz.json", files.get("parts/footer-narrow.json") as Uint8Array),
      "pack.keyTwice",
      "parts",
    ],
    [
      "tokens that are none",
      (files) =>
        resealed(files, "style/tokens.json", encode({ colour: { $type: "color", x: { $value: "red" } } })),
      "pack.value",
      "style/tokens.json",
    ],
  ];
  it.each(bad)("refuses %s, saying which file", (_, change, code, place) => {
    expect(tampered(change)).toMatchObject({
      ok: false,
      issues: [{ code, path: expect.arrayContaining([place]) }],
    });
  });
});

describe("the plan of an import", () => {
  const pack = packOf(zip);
  it("asks about what the site does not have, and assumes nothing", () => {
    const plan = planImport(pack, bare, elsewhere, NO_ANSWERS);
    expect(
      plan.needs.filter((need) => need.match === null && need.parts.length > 0).map((need) => need.type),
    ).toEqual(["term"]);
    expect(plan.open).toBe(1);
    expect(plan.items.map((item) => item.status)).toEqual(["new", "new", "new", "new"]);
    expect(
      plan.items
        .filter((item) => item.type === "part")
        .map((item) => `${item.name} ${item.on}`)
        .sort(),
    ).toEqual(["Narrow false", "Part true"]);
    expect(importChange(pack, bare, elsewhere, NO_ANSWERS, counter())).toMatchObject({
      ok: false,
      issues: [{ code: "import.unanswered" }],
    });
  });
  it("asks for what parts name although the pack's needs do not tell it", () => {
    const files = filesOf(zip);
    const empty = encode({ schema: 1, needs: [] });
    const manifest = JSON.parse(new TextDecoder().decode(files.get("pack.json")));
    manifest.files["needs.json"] = sha256(empty);
    files.set("needs.json", empty);
    files.set("pack.json", encode(manifest));
    const read = readPack(unpacked(files));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const byKey = (needs: readonly AskedNeed[]) =>
      needs.map(({ type, key, parts, menus: by }) => [type, key, parts, by].join(" ")).sort();
    expect(byKey(read.value.needs)).toEqual(byKey(pack.needs));
    expect(planImport(read.value, bare, elsewhere, NO_ANSWERS).open).toBe(1);
  });
  it("asks for a menu and a picture that parts name and the pack does not hold, and puts in what is answered", () => {
    const files = filesOf(zip);
    const media = encode({ schema: 1, pictures: [] });
    const manifest = JSON.parse(new TextDecoder().decode(files.get("pack.json")));
    for (const path of files.keys())
      if (path.startsWith("menus/") || (path.startsWith("media/") && path !== "media/media.json")) {
        files.delete(path);
        delete manifest.files[path];
      }
    manifest.files["media/media.json"] = sha256(media);
    files.set("media/media.json", media);
    files.set("pack.json", encode(manifest));
    const read = readPack(unpacked(files));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const asked = planImport(read.value, design, index, NO_ANSWERS).needs.filter(
      ({ type }) => type === "menu" || type === "picture",
    );
    expect(asked.map(({ type, parts }) => [type, parts])).toEqual(
      expect.arrayContaining([
        ["menu", ["header-part"]],
        ["picture", ["header-part"]],
      ]),
    );
    for (const { match, answer, options, type } of asked) {
      expect([match, answer]).toEqual([null, null]);
      const own = documentsOf(design, type as "menu" | "picture");
      expect(options.map(({ id }) => id).sort()).toEqual(own.map(({ id }) => id).sort());
    }
    const [menu] = asked.filter(({ type }) => type === "menu");
    const menusIn = (answer: NeedAnswer) => {
      const needs = Object.fromEntries(asked.map(({ id }) => [id, { do: "leaveOut" } as NeedAnswer]));
      const items = { "part:header-part": "keepBoth", "part:footer-narrow": "keepBoth" } as const;
      const answers = { ...NO_ANSWERS, items, needs: { ...needs, [menu?.id ?? ""]: answer } };
      const change = importChange(read.value, design, index, answers, counter());
      if (!change.ok) throw new Error(JSON.stringify(change.issues));
      return change.value.operations.flatMap((operation) =>
        operation.op === "create" && operation.kind === "part"
          ? blocksOf(operation.body as Part).flatMap((block) =>
              block.kind === "menu" ? [block.settings.menu] : [],
            )
          : [],
      );
    };
    const mine = menu?.options[0]?.id ?? "";
    expect(menusIn({ do: "use", id: mine })).toEqual([mine]);
    expect(menusIn({ do: "leaveOut" })).toEqual([""]);
  });
  it("leaves menus, pictures and questions of parts that are left out where they are", () => {
    const without = (part: string) =>
      planImport(pack, bare, elsewhere, { ...NO_ANSWERS, items: { [`part:${part}`]: "keepMine" } });
    const asked = (plan: ReturnType<typeof without>) => [
      plan.open,
      ...plan.items.filter(({ isNeeded }) => !isNeeded).map(({ type }) => type),
    ];
    expect(asked(without("header-part"))).toEqual([1, "menu", "picture"]);
    // the term was asked for by the footer alone
    expect(asked(without("footer-narrow"))).toEqual([0]);
    const both = { "part:header-part": "keepMine", "part:footer-narrow": "keepMine" } as const;
    const change = importChange(pack, bare, elsewhere, { ...NO_ANSWERS, items: both }, counter());
    if (!change.ok) throw new Error(JSON.stringify(change.issues));
    expect(change.value.pictures).toEqual([]);
    expect(change.value.operations.filter(({ op }) => op === "create")).toEqual([]);
  });
  it("maps colours to the nearest of the site, or brings them along", () => {
    const answers = {
      ...NO_ANSWERS,
      needs: {
        [pack.needs.find((need) => need.type === "term")!.type +
          ":" +
          pack.needs.find((need) => need.type === "term")!.key]: { do: "leaveOut" as const },
      },
    };
    const colourIn = (colours: "map" | "bring") => {
      const change = importChange(pack, bare, elsewhere, { ...answers, colours }, counter());
      if (!change.ok) throw new Error(JSON.stringify(change.issues));
      const after = applyOperations(bare, change.value.operations);
      if (!after.ok) throw new Error(JSON.stringify(after.issues));
      return {
        after: after.value,
        look: documentsOf(after.value, "part").find(({ body }) => body.slot === "header")?.body.bands[0]
          ?.cells[0]?.blocks[1]?.look.colour,
      };
    };
    expect(colourIn("map").look).toBe("colour:moss");
    const brought = colourIn("bring");
    expect(brought.look).toBe("colour:grey");
    expect(getBody(brought.after, "style", "style").palette.map((colour) => colour.id)).toEqual([
      "moss",
      "grey",
    ]);
  });
  it("brings text styles that parts wear, or wears the site's own of the same name", () => {
    const own = { id: "t1", name: "Fine menus", look: { ...style.type.menu, size: 0.85 } };
    const unworn = { ...own, id: "t2", name: "Unworn" };
    const plain = block("menu");
    const wearing = { ...plain, look: { ...plain.look, type: "style:t1" } } as Block;
    const worn = {
      ...partWith("header", [block("heading", { style: "style:t1" }), wearing]),
      name: "Worn",
    };
    const from = designOf([
      { id: "style", kind: "style", body: { ...style, textStyles: [own, unworn] } },
      { id: "w", kind: "part", body: { ...header, ...worn, placement: EVERYWHERE } },
    ]);
    const write = (withStyle: boolean) =>
      packOf(
        writePack(from, index, { ...everything, parts: ["w"], withStyle }, info, {
          sha256,
          bytesOf: () => bytes,
        }),
      );
    const packed = write(true);
    expect(packed.textStyles).toEqual([own]);
    const validate = new Ajv({ strict: false }).compile(packSchemas().textStyles as object);
    expect(validate({ schema: 1, textStyles: packed.textStyles })).toBe(true);
    expect(validate({ schema: 1, textStyles: [{ ...own, id: "T 1" }] })).toBe(false);
    const brought = (from: Pack, textStyles: readonly OwnTextStyle[], items = NO_ANSWERS.items) => {
      const into = designOf([
        {
          id: "style",
          kind: "style",
          body: { ...getBody(bare, "style", "style"), textStyles: [...textStyles] },
        },
      ]);
      const change = importChange(from, into, index, { ...NO_ANSWERS, items }, counter());
      if (!change.ok) throw new Error(JSON.stringify(change.issues));
      const after = applyOperations(into, change.value.operations);
      if (!after.ok) throw new Error(JSON.stringify(after.issues));
      const blocks = documentsOf(after.value, "part").flatMap(({ body }) => blocksOf(body));
      return {
        blocks: blocks.map(({ settings, look }) => ("style" in settings ? settings.style : look.type)),
        styles: getBody(after.value, "style", "style").textStyles.map(({ id, name }) => `${id} ${name}`),
      };
    };
    const asIs = ["style:t1", "style:t1"];
    expect(brought(packed, [])).toEqual({ blocks: asIs, styles: ["t1 Fine menus"] });
    // its own of the name is worn, whatever its id; one of another name that has the id stays what it is
    expect(brought(packed, [{ ...own, id: "x", name: "fine MENUS" }])).toEqual({
      blocks: ["style:x", "style:x"],
      styles: ["x fine MENUS"],
    });
    expect(brought(packed, [{ ...own, name: "Other" }])).toEqual({
      blocks: ["style:t1-2", "style:t1-2"],
      styles: ["t1 Other", "t1-2 Fine menus"],
    });
    // without the style of the pack each block is as its kind begins
    expect(brought(write(false), [])).toEqual({ blocks: ["h2", ""], styles: [] });
    const [part] = packed.parts;
    expect(brought(packed, [], { [`part:${part?.key}`]: "keepMine" }).styles).toEqual([]);
  });
  it("creates a term where its grouping is there, uses another, or leaves the line out", () => {
    const need = planImport(pack, bare, elsewhere, NO_ANSWERS).needs.find((each) => each.type === "term")!;
    const grouped = need.key.startsWith("g0/") && need.key.split("/").length === 2;
    expect(need.mayCreate).toBe(grouped);
    const conditionsFor = (
      answer: { do: "use"; id: string } | { do: "create" } | { do: "leaveOut" },
      target = elsewhere,
    ) => {
      const change = importChange(
        pack,
        bare,
        target,
        { ...NO_ANSWERS, needs: { [need.id]: answer } },
        counter(),
      );
      if (!change.ok) throw new Error(JSON.stringify(change.issues));
      const after = applyOperations(bare, change.value.operations);
      return {
        terms: change.value.terms,
        conditions: after.ok
          ? documentsOf(after.value, "part").find(({ body }) => body.name === "Narrow")?.body.placement
              .conditions
          : null,
      };
    };
    expect(conditionsFor({ do: "leaveOut" }).conditions).toEqual([]);
    if (grouped) {
      const created = conditionsFor({ do: "create" });
      expect(created.terms[0]).toMatchObject({ grouping: "g0", name: need.name });
      expect(created.conditions?.[0]?.clauses[0]?.values).toEqual([created.terms[0]?.id]);
    }
  });
  const imported = (into: Design, answers = NO_ANSWERS) => {
    const change = importChange(pack, into, index, answers, counter());
    if (!change.ok) throw new Error(JSON.stringify(change.issues));
    const after = applyOperations(into, change.value.operations);
    if (!after.ok) throw new Error(JSON.stringify(after.issues));
    return { design: after.value, operations: change.value.operations };
  };
  it("finds everything the same where it came from, and changes nothing then", () => {
    const plan = planImport(pack, design, index, NO_ANSWERS);
    expect(plan.items.map((item) => `${item.id} ${item.status}`).sort()).toEqual([
      "menu:main same",
      "part:footer-narrow same",
      "part:header-part same",
      "picture:picture same",
    ]);
    expect(imported(design).operations).toEqual([]);
  });
  it("says what differs, and takes or keeps as answered", () => {
    const renamed = new Map(design).set("h", {
      id: "h",
      kind: "part",
      body: { ...getBody(design, "part", "h"), name: "Mine" },
    });
    const plan = planImport(pack, renamed, index, NO_ANSWERS);
    expect(plan.items.find((item) => item.id === "part:header-part")).toMatchObject({
      status: "differs",
      mine: "h",
      differences: ["name"],
    });
    expect(plan.open).toBe(1);
    const answer = (item: "keepMine" | "takePack" | "keepBoth") =>
      documentsOf(
        imported(renamed, { ...NO_ANSWERS, items: { "part:header-part": item } }).design,
        "part",
      ).map(({ body }) => body.name);
    expect(answer("keepMine")).toEqual(["Mine", "Narrow"]);
    expect(answer("takePack").sort()).toEqual(["Narrow", "Part"]);
    expect(answer("keepBoth").sort()).toEqual(["Mine", "Narrow", "Part"]);
  });
  it("uses the site's own menu of the same name unless the pack's is wanted", () => {
    const own = new Map(bare).set("mine", {
      id: "mine",
      kind: "menu",
      body: { ...menu, origin: "66666666-6666-4666-8666-666666666666", items: [] },
    });
    const plan = planImport(pack, own, index, NO_ANSWERS);
    expect(plan.items.find((item) => item.type === "menu")).toMatchObject({
      substitute: "mine",
      answer: "keepMine",
    });
    const menuOf = (answers: typeof NO_ANSWERS) => {
      const [block1] = documentsOf(imported(own, answers).design, "part").flatMap(({ body }) =>
        body.bands.flatMap((band) =>
          band.cells.flatMap((cell) => cell.blocks.filter((each) => each.kind === "menu")),
        ),
      );
      return block1?.kind === "menu" ? block1.settings.menu : null;
    };
    expect(menuOf(NO_ANSWERS)).toBe("mine");
    expect(menuOf({ ...NO_ANSWERS, items: { "menu:main": "takePack" } })).not.toBe("mine");
  });
  it("is taken back as a whole", () => {
    const { design: after, operations } = imported(bare);
    const back = applyOperations(after, invertAll(operations));
    expect(back.ok && back.value).toEqual(bare);
  });
  it("reads back what a second export writes", () => {
    const { design: after } = imported(bare);
    const ids = documentsOf(after, "part").map(({ id }) => id);
    const again = packOf(
      writePack(
        new Map(after).set("style", { id: "style", kind: "style", body: style }),
        index,
        { ...everything, parts: ids },
        info,
        { sha256, bytesOf: () => bytes },
      ),
    );
    expect(again.parts.map((part) => [part.key, part.origin])).toEqual(
      pack.parts.map((part) => [part.key, part.origin]),
    );
  });
});

describe("what kept a part from showing", () => {
  const guarded = (placement: Partial<Part["placement"]>) => {
    const body = { ...narrow, placement: { ...EVERYWHERE, ...placement } };
    const own = new Map(design).set("f", { id: "f", kind: "part", body } as DesignDocument);
    return packOf(
      writePack(own, index, { ...everything, parts: ["f"] }, info, { sha256, bytesOf: () => bytes }),
    );
  };
  const leavingOut = (pack: Pack) => ({
    ...NO_ANSWERS,
    on: Object.fromEntries(pack.parts.map(({ key }) => [key, true])),
    needs: Object.fromEntries(
      pack.needs.map((need) => [`${need.type}:${need.key}`, { do: "leaveOut" as const }]),
    ),
  });
  const comesIn = (pack: Pack) => {
    const change = importChange(pack, bare, elsewhere, leavingOut(pack), counter());
    if (!change.ok) throw new Error(JSON.stringify(change.issues));
    const after = applyOperations(bare, change.value.operations);
    const [part] = after.ok ? documentsOf(after.value, "part") : [];
    const [item] = planImport(pack, bare, elsewhere, leavingOut(pack)).items;
    return { part: part?.body, lost: item?.lost };
  };
  it("is not lost with a level the site does not have: the part is paused, and not for everyone", () => {
    const [level] = facts.settings.levels;
    const { part, lost } = comesIn(guarded({ audience: `level:${level?.key}` }));
    const hasLevel = elsewhere.facts.settings.levels.some(({ key }) => key === level?.key);
    expect(hasLevel ? [] : ["level"]).toEqual(lost);
    if (!hasLevel) expect(part).toMatchObject({ on: false, placement: { audience: "signedIn" } });
  });
  it("is not lost with a page it does not show on: the part is paused", () => {
    const pack = guarded({ exceptions: [{ clauses: [{ facet: "entry", values: ["e0", "e1"] }] }] });
    expect(comesIn(pack)).toMatchObject({ lost: ["notOn"], part: { on: false } });
  });
  it("is not lost where it is answered otherwise, or still to be answered", () => {
    const pack = guarded({ exceptions: [{ clauses: [{ facet: "term", values: ["t0"] }] }] });
    const [need] = pack.needs.filter(({ type }) => type === "term");
    const id = `term:${need?.key}`;
    const lostWith = (answer: ImportAnswers["needs"][string] | undefined) =>
      planImport(pack, bare, elsewhere, { ...NO_ANSWERS, needs: answer ? { [id]: answer } : {} }).items[0]
        ?.lost;
    expect(lostWith(undefined)).toEqual([]);
    expect(lostWith({ do: "leaveOut" })).toEqual(["notOn"]);
    const planned = planImport(pack, bare, elsewhere, NO_ANSWERS).needs.find((each) => each.id === id);
    if (planned?.mayCreate) expect(lostWith({ do: "create" })).toEqual([]);
  });
  it("is as it was where nothing is lost", () => {
    expect(comesIn(guarded({}))).toMatchObject({ lost: [], part: { on: true } });
  });
});

describe("a part of a name the site has in that slot", () => {
  const mine = new Map(bare).set("mine", {
    id: "mine",
    kind: "part",
    body: { ...narrow, name: "NARROW", origin: "77777777-7777-4777-8777-777777777777" },
  } as DesignDocument);
  const answered = (answer: "keepBoth" | "takePack" | "keepMine" | null) => {
    const needs = Object.fromEntries(
      packOf(zip).needs.map((need) => [`${need.type}:${need.key}`, { do: "leaveOut" as const }]),
    );
    const answers: ImportAnswers = {
      ...NO_ANSWERS,
      needs,
      items: answer ? { "part:footer-narrow": answer } : {},
    };
    const plan = planImport(packOf(zip), mine, elsewhere, answers);
    const change = importChange(packOf(zip), mine, elsewhere, answers, counter());
    const after = change.ok ? applyOperations(mine, change.value.operations) : null;
    const footers = after?.ok
      ? documentsOf(after.value, "part").filter(({ body }) => body.slot === "footer")
      : null;
    return { plan, footers };
  };
  it("is asked about: both are kept, mine is replaced, or it is left out", () => {
    const { plan, footers } = answered(null);
    expect(plan.items.find(({ key }) => key === "footer-narrow")).toMatchObject({
      status: "alike",
      mine: "mine",
    });
    expect(plan.open).toBe(1);
    expect(footers).toBeNull();
    expect(
      answered("keepBoth")
        .footers?.map(({ body }) => body.name)
        .sort(),
    ).toEqual(["NARROW", "Narrow"]);
    expect(answered("takePack").footers?.map(({ id, body }) => [id, body.name])).toEqual([
      ["mine", "Narrow"],
    ]);
    expect(answered("keepMine").footers?.map(({ body }) => body.name)).toEqual(["NARROW"]);
  });
  it("may be left out where it is new, too", () => {
    const needs = Object.fromEntries(
      packOf(zip).needs.map((need) => [`${need.type}:${need.key}`, { do: "leaveOut" as const }]),
    );
    const change = importChange(
      packOf(zip),
      bare,
      elsewhere,
      { ...NO_ANSWERS, needs, items: { "part:footer-narrow": "keepMine" } },
      counter(),
    );
    const after = change.ok ? applyOperations(bare, change.value.operations) : null;
    expect(after?.ok && documentsOf(after.value, "part").map(({ body }) => body.slot)).toEqual(["header"]);
  });
});

describe("tokens", () => {
  it("keep how much a colour covers", () => {
    const colours = ["#12345678", "#abcdef00", "#ffffff80"].map((value, at) => ({
      id: `c${at}`,
      name: "C",
      value,
    }));
    expect(readTokens(TokenFile.parse(writeTokens(colours)))).toEqual(colours);
  });

  it("come back as they were written", () => {
    const colours = Array.from({ length: 40 }, (_, at) => ({
      id: `c${at}`,
      name: `Colour ${at}`,
      value: `#${((at * 421_337) % 0xffffff).toString(16).padStart(6, "0")}`,
    }));
    expect(readTokens(writeTokens(colours))).toEqual(colours);
  });
});
