import { traitsOf } from "../../core/blocks";
import { withPageValues } from "../../core/cascade/page-values";
import { partSeenBy } from "../../core/cascade/seen-by";
import { BELOW_ONE_ANOTHER, hiddenMendOperations } from "../../core/checks/hidden-on";
import type { LookFinding } from "../../core/checks/look-finding";
import { lookFindings as lookFindingsOf, type Sayer } from "../../core/checks/look-findings";
import { choiceId, documentsOf, findBody, getBody, STYLE_ID } from "../../core/design/design";
import { groundSettings } from "../../core/design/hero";
import { type Operation, setNodeOperation } from "../../core/design/operations";
import type { Band, Part } from "../../core/design/part";
import { outerId, wholeDesign } from "../../core/design/pieces";
import { blocksOf, findPlace } from "../../core/design/tree";
import { blocksIn } from "../../core/layout/fit";
import { fitMendOperations } from "../../core/layout/fit-mends";
import { succeed } from "../../core/model/issue";
import { type Resolution, resolveAll } from "../../core/placement/resolution";
import type { CompiledDesign } from "../../core/placement/resolve";
import { picturesBelow } from "../../core/render/over-picture";
import type { PageData } from "../../core/render/page-data";
import { entriesShown } from "../../core/render/plan";
import { POOL } from "../../data/database";
import { nodeName } from "../../messages/changes";
import { hiddenMendKind, type LookMendKind } from "../../messages/look-findings";
import { colourWords } from "../../messages/style";
import { entryView } from "../site/page-assembly";
import { fitMaterialOf } from "./fit-material";
import { noticedPictures } from "./pictures";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt, Seen, viewOf } from "./view-input";

/** So many pictures of pages are tried behind one band: of more, the lightest and the darkest. */
const MOST_PICTURES = 200;

/** Of things with a picture each those to try: all, or as many of the darkest as of the lightest. */
const telling = <T>(
  things: readonly T[],
  pictureOf: (thing: T) => string,
  { compiled }: Resolution,
): readonly T[] => {
  if (things.length <= MOST_PICTURES) return things;
  const lightness = (thing: T) => findBody(compiled.design, "picture", pictureOf(thing))?.lightness ?? 0;
  const sorted = [...things].sort((a, b) => lightness(a) - lightness(b));
  return [...sorted.slice(0, MOST_PICTURES / 2), ...sorted.slice(-MOST_PICTURES / 2)];
};

/** Pictures of the entries on whose pages a part shows, each once. */
const pagePicturesIn = (resolution: Resolution) => {
  const { compiled, columns, numbers } = resolution;
  return (part: string): readonly string[] => {
    const body = findBody(compiled.design, "part", part);
    if (!body) return [];
    const { shown } = columns[body.slot];
    const found = new Set<string>();
    for (let number = 0; number < shown.length; number += 1) {
      if (numbers.idOf(shown[number] as number) !== part) continue;
      const picture = compiled.index.pages[number]?.entry?.picture;
      if (picture) found.add(picture);
    }
    return telling([...found], (id) => id, resolution);
  };
};

/** Entries that blocks of a part show whatever page it is on, as who is signed out sees them. */
const listsIn = ({ compiled: { design, index }, view: { at } }: Resolution) => {
  const whole = wholeDesign(design);
  return (part: string): PageData["lists"] =>
    Object.fromEntries(
      blocksOf(findBody(whole, "part", part) ?? { bands: [] }).flatMap(({ id, kind, settings }) => {
        const shown = traitsOf(kind).entries?.(settings);
        if (!shown) return [];
        const entries = entriesShown(shown, { index, at }).map((entry) =>
          entryView(entry, index, "signedOut"),
        );
        return [[id, { entries, total: entries.length, page: 1, pages: 1, stem: "" }]];
      }),
    );
};

/** What follows a header on its pages, as they have it, with each picture there: what a header laid over it stands on. */
const followingIn = (resolution: Resolution, listsOf: (part: string) => PageData["lists"]) => {
  const { compiled, columns, numbers } = resolution;
  const { design, index } = compiled;
  const whole = wholeDesign(design);
  const pictures = Object.fromEntries(documentsOf(design, "picture").map(({ id, body }) => [id, body]));
  const saying = new Set<string>(
    documentsOf(design, "choice").flatMap(({ body }) => (body.values ? [body.identity] : [])),
  );
  return (part: string): readonly { readonly band: Band; readonly picture: string }[] => {
    const found = new Map<string, { band: Band; picture: string }>();
    const looked = new Set<string>();
    const { shown } = columns.header;
    for (let number = 0; number < shown.length; number += 1) {
      if (numbers.idOf(shown[number] as number) !== part) continue;
      const page = index.pages[number];
      // pages with the same below their header, and the same picture, are one
      const same = BELOW.map((slot) => columns[slot].shown[number]).join();
      const key = `${same} ${page?.entry?.picture} ${saying.has(page?.identity ?? "") ? number : ""}`;
      if (looked.has(key)) continue;
      looked.add(key);
      const values = findBody(design, "choice", choiceId(page?.identity ?? ""))?.values;
      const ids = BELOW.map((slot) => numbers.idOf(columns[slot].shown[number] as number) ?? "");
      const parts = BELOW.map((slot, at) => {
        const body = findBody(whole, "part", ids[at] as string);
        return body ? partSeenBy(withPageValues(body, values?.[slot]), "signedOut") : null;
      });
      const lists = Object.assign({}, ...ids.map(listsOf)) as PageData["lists"];
      const data = { entry: page?.entry ?? null, pictures, lists };
      for (const each of picturesBelow(parts, data)) found.set(`${each.band.id} ${each.picture}`, each);
    }
    return telling([...found.values()], ({ picture }) => picture, resolution);
  };
};
const BELOW = ["titleBar", "layout"] as const;

/** Pages that say something for a part which shows there, in their order. */
const sayersIn = ({ compiled: { design, index }, columns, numbers }: Resolution) => {
  const saying = documentsOf(design, "choice").flatMap(({ body }) => {
    const number = index.numbers.get(body.identity);
    return number === undefined || body.values === undefined ? [] : [{ number, body }];
  });
  return (part: string): readonly Sayer[] => {
    const slot = findBody(design, "part", part)?.slot;
    if (!slot) return [];
    return saying.flatMap(({ number, body }) => {
      const values = body.values?.[slot];
      if (!values || numbers.idOf(columns[slot].shown[number] as number) !== part) return [];
      return [{ page: body.identity, values, picture: index.pages[number]?.entry?.picture ?? null }];
    });
  };
};

/** Parts of which one stands right above the other on some page, each two once. */
const besideIn = ({ compiled, columns, numbers }: Resolution) => {
  const hasBands = (id: string | null) =>
    (findBody(compiled.design, "part", id ?? "")?.bands.length ?? 0) > 0;
  const found = new Map<string, { upper: string; lower: string }>();
  for (let page = 0; page < compiled.index.pages.length; page += 1) {
    const stack = BELOW_ONE_ANOTHER.flatMap(
      (slot) => numbers.idOf(columns[slot].shown[page] as number) ?? [],
    );
    const drawn = stack.filter(hasBands);
    for (const [at, lower] of drawn.entries()) {
      const upper = drawn[at - 1];
      if (upper) found.set(`${upper} ${lower}`, { upper, lower });
    }
  }
  return [...found.values()];
};

/** The same answer for the same part. */
const remembering = <T>(of: (part: string) => T): ((part: string) => T) => {
  const known = new Map<string, T>();
  return (part) => {
    const found = known.get(part) ?? of(part);
    known.set(part, found);
    return found;
  };
};

/** How long what was noticed holds while the design stays: windows of parts open and close by themselves. */
const HOLDS_MS = 60_000;

/** What is noticed of how the parts of a design look. Found once a minute at most while the design stays. */
export const lookFindingsAt = (
  context: SiteContext,
  compiled: CompiledDesign,
  at: string,
): Promise<readonly LookFinding[]> => {
  const known = foundFor.get(compiled);
  if (known && Math.abs(Date.parse(at) - Date.parse(known.at)) < HOLDS_MS) return known.found;
  const found = notice(context, compiled, at);
  foundFor.set(compiled, { at, found });
  void found.catch(() => foundFor.delete(compiled));
  return found;
};
const foundFor = new WeakMap<
  CompiledDesign,
  { readonly at: string; readonly found: Promise<readonly LookFinding[]> }
>();

const notice = async (context: SiteContext, compiled: CompiledDesign, at: string) => {
  const resolution = resolveAll(compiled, { audience: "signedOut", at });
  const { fit, measure } = await fitMaterialOf(context, compiled);
  const lists = remembering(listsIn(resolution));
  return lookFindingsOf(compiled.design, {
    fit,
    measure,
    pictures: await noticedPictures(resolution, context.site.id),
    pagePictures: pagePicturesIn(resolution),
    following: followingIn(resolution, lists),
    lists,
    sayers: sayersIn(resolution),
    beside: besideIn(resolution),
  });
};

/** The one change that sees to a finding, where there is one. */
const mendOf = (finding: LookFinding, { design }: CompiledDesign): LookMend | null => {
  const part = "part" in finding ? findBody(design, "part", finding.part) : undefined;
  // what one page says is seen to on that page: a change of the part would be one of all pages
  if (finding.onPage !== undefined) return null;
  if (!part || !("band" in finding)) return null;
  const set = (node: string, path: readonly string[], value: unknown) =>
    setNodeOperation(part, finding.part, node, path, value);
  if (finding.code === "overPicture") {
    const overlay = groundSettings(part, finding.band)?.overlay;
    return finding.overlay === null || finding.under !== null || !overlay
      ? null
      : {
          is: "overlay",
          to: finding.overlay,
          operations: [set(overlay.node, overlay.path, finding.overlay)],
        };
  }
  if (finding.code === "tooHigh" || finding.code === "covers" || finding.code === "shinesThrough") {
    const operations = hiddenMendOperations(part, finding.part, finding);
    return operations.length === 0 ? null : { ...hiddenMendKind(finding), operations };
  }
  if (finding.code === "faintLogo")
    return finding.other === null
      ? null
      : {
          is: "logo",
          to: finding.other,
          operations: [set(finding.block, ["settings", "variant"], finding.other)],
        };
  const band = part.bands.find(({ id }) => id === finding.band);
  if (finding.code === "doesNotFit") {
    const [mend] = finding.mends;
    if (mend)
      return { is: "fit", mend, operations: fitMendOperations(part, finding.part, finding.band, mend) };
  }
  const fixed = (band ? blocksIn(band) : []).filter(
    (block) =>
      block.kind === "menu" &&
      block.settings.direction === "row" &&
      block.settings.buttonBelow !== "computed",
  );
  return fixed.length === 0
    ? null
    : { is: "computed", operations: fixed.map(({ id }) => set(id, ["settings", "buttonBelow"], "computed")) };
};
type LookMend = LookMendKind & { readonly operations: readonly Operation[] };

const nodeNameIn = (part: Part | undefined, id: string): string => {
  const node = part && (findPlace(part, id)?.node ?? groundSettings(part, id)?.node);
  return node ? nodeName(node) : "";
};

/** Names of what a finding is about, as people know it. */
const named = (finding: LookFinding, compiled: CompiledDesign) => {
  const { design, index } = compiled;
  const style = getBody(design, "style", STYLE_ID);
  const part = "part" in finding ? findBody(design, "part", finding.part) : undefined;
  const titleOf = (page: string) => index.byIdentity.get(page)?.title ?? page;
  const pictureName = (id: string) => findBody(design, "picture", id)?.name ?? "";
  return {
    ...finding,
    mend: mendOf(finding, compiled),
    bandName: "band" in finding ? nodeNameIn(part, finding.band) : "",
    /** The block that has too little room. */
    blockName: finding.code === "doesNotFit" && finding.node ? nodeNameIn(part, outerId(finding.node)) : "",
    besideName:
      finding.code === "covers"
        ? nodeNameIn(findBody(design, "part", finding.beside), finding.neighbour)
        : "",
    colours:
      finding.code === "faint"
        ? { text: colourWords(style, finding.text), ground: colourWords(style, finding.ground) }
        : null,
    menuName: "menu" in finding ? (findBody(design, "menu", finding.menu)?.name ?? "") : "",
    pageTitle: titleOf(("page" in finding ? finding.page : finding.onPage) ?? ""),
    names:
      finding.code === "overPicture" || finding.code === "faintLogo"
        ? [pictureName(finding.picture)]
        : finding.code === "pictures"
          ? finding.pictures.slice(0, 20).map(pictureName)
          : [],
  };
};
export type NamedLookFinding = ReturnType<typeof named>;

export const namedLookFindings = async (context: SiteContext, compiled: CompiledDesign, at: string) =>
  (await lookFindingsAt(context, compiled, at)).map((finding) => named(finding, compiled));

/** What is worth a look of colours, pictures, texts over pictures, bands that do not fit and links that lead nowhere. */
export const lookFindings = defineUseCase({
  input: Seen.pick({ at: true, state: true }),
  run: async (context, { state, at }) => {
    const view = viewOf(context, { audience: "signedOut", at });
    const compiled = await designAt(context, state, POOL, view.at);
    return succeed({ findings: await namedLookFindings(context, compiled, view.at) });
  },
});
