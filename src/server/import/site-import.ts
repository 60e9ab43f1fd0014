import { createHash } from "node:crypto";
import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { SiteIndex } from "../../core/addresses/facts";
import { buildIndex } from "../../core/addresses/stems";
import { designOf, documentsOf, PROFILE_ID, STYLE_ID } from "../../core/design/design";
import type { Operation } from "../../core/design/operations";
import type { Grouping, SiteSettings, Term } from "../../core/model/content";
import { entryIdentity, kindIdentity } from "../../core/model/identity";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import type { MenuItem } from "../../core/model/menu";
import { importChange } from "../../core/packs/import-change";
import { NO_ANSWERS } from "../../core/packs/plan";
import { contentOfType } from "../../core/packs/references";
import type { Pack } from "../../core/packs/shapes";
import { chooseOperations } from "../../core/placement/proposals";
import { addMembership } from "../../data/account-repository";
import {
  createSite,
  findSite,
  saveAuthors,
  saveGroupings,
  saveKinds,
  saveTerms,
} from "../../data/content-repository";
import { type Connection, POOL, runStatement, type Transaction } from "../../data/database";
import { loadDraft } from "../../data/design-repository";
import { loadFacts } from "../../data/facts-repository";
import { decode } from "../files/decoding";
import type { Rendered } from "../files/picture-file";
import { withScratch } from "../files/scratch";
import { keepFiles, pictureIssue, picturesFiles } from "../files/site-files";
import { newIds } from "../process/ids";
import { allOrNothing, commitChange } from "../use-cases/design-changes";
import { publish } from "../use-cases/editions";
import { withFacts } from "../use-cases/packs";
import type { SiteContext } from "../use-cases/use-case";
import { entriesFromFiles, saveEntries } from "./content-import";
import type { SiteFolder } from "./site-folder";

/** Makes a site of a folder: content first, then its design by the same plan a template pack goes through. */
export const importSite = async (
  id: string,
  folder: SiteFolder,
  owner: SiteContext["account"],
): Promise<Outcome<{ entries: number }>> => {
  const made = await withScratch(async (scratch) => {
    const pictures = await renderPictures(folder, scratch);
    return pictures.ok ? bring(id, folder, pictures.value, owner) : pictures;
  });
  if (!made.ok) return made;
  const published = await publish.run(await contextFor(id, owner, POOL), {
    note: "The site as it was brought here",
  });
  // the bringing itself is not a step of anyone's work: undo begins after it
  await runStatement("UPDATE change SET state = 'dropped' WHERE site = :id", { id }, POOL);
  return published.ok ? made : published;
};

/** Pictures of the folder by their keys, decoded. */
type Pictures = ReadonlyMap<string, { readonly rendered: Rendered; readonly path: string }>;

const renderPictures = async (folder: SiteFolder, scratch: string): Promise<Outcome<Pictures>> => {
  const pictures = await Promise.all(
    folder.pictures.map(async ({ key, bytes }) => {
      const path = join(scratch, newIds.id());
      await writeFile(path, bytes);
      return { key, path, rendered: await decode("picture", { path, folder: scratch }) };
    }),
  );
  const made = new Map<string, { rendered: Rendered; path: string }>();
  for (const { key, path, rendered } of pictures) {
    if (!rendered.ok) return fail(pictureIssue(`pictures/${key}`, rendered.issues));
    made.set(key, { rendered: rendered.value, path });
  }
  return succeed(made);
};

const bring = (id: string, folder: SiteFolder, pictures: Pictures, owner: SiteContext["account"]) =>
  allOrNothing(async (transaction) => {
    const entries = await importContent(id, folder, transaction);
    if (!entries.ok) return entries;
    const context = await contextFor(id, owner, transaction);
    const design = await importDesign(context, folder, pictures, transaction);
    if (!design.ok) return design;
    await addMembership({ site: id, account: owner.id, role: "owner" }, transaction);
    return entries;
  });

const contextFor = async (
  id: string,
  account: SiteContext["account"],
  connection: Connection,
): Promise<SiteContext> => {
  const site = await findSite(id, connection);
  if (!site) throw new Error(`site import: expected the site ${id}, got none`);
  return { account, role: "owner", site, now: site.now, ids: newIds };
};

const importContent = async (
  id: string,
  { site, entries: files }: SiteFolder,
  transaction: Transaction,
): Promise<Outcome<{ entries: number }>> => {
  const settings: SiteSettings = {
    schema: 1,
    name: site.name,
    language: site.language,
    timeZone: site.timeZone,
    front: "",
    authorsPath: "/people/",
    searchPath: "/search/",
    levels: site.levels,
  };
  await createSite(id, settings, transaction);
  await saveKinds(
    id,
    site.kinds.map(({ archive, dateArchives, ...kind }) => ({
      ...kind,
      id: newIds.id(),
      hasArchive: archive,
      hasDateArchives: dateArchives,
    })),
    transaction,
  );
  const groupings = site.groupings.map(({ terms, ...grouping }) => ({
    terms,
    grouping: { ...grouping, id: newIds.id() } as Grouping,
  }));
  await saveGroupings(
    id,
    groupings.map(({ grouping }) => grouping),
    transaction,
  );
  for (const { grouping, terms } of groupings)
    await saveTerms(id, flatTerms(terms, grouping.id, null), transaction);
  await saveAuthors(
    id,
    site.authors.map((author) => ({ ...author, id: newIds.id() })),
    transaction,
  );
  const facts = await loadFacts({ id, settings }, transaction);
  const entries = entriesFromFiles(files, facts, newIds.id);
  if (!entries.ok) return entries;
  const saved = await saveEntries(id, entries.value, transaction);
  if (!saved.ok) return saved;
  const front = entries.value.find((entry) => entry.path === site.front);
  if (!front) return fail(issue("content.unknown", ["site.yaml"], { type: "front page", value: site.front }));
  await runStatement(
    "UPDATE site SET settings = :settings WHERE id = :id",
    { id, settings: JSON.stringify({ ...settings, front: entryIdentity(front.id) }) },
    transaction,
  );
  return succeed({ entries: saved.value });
};

const flatTerms = (
  nodes: SiteFolder["site"]["groupings"][number]["terms"],
  grouping: string,
  parent: string | null,
): readonly Term[] =>
  nodes.flatMap(({ slug, name, below }) => {
    const term: Term = { id: newIds.id(), grouping, parent, name, slug, description: "" };
    return [term, ...flatTerms(below ?? [], grouping, term.id)];
  });

const importDesign = async (
  context: SiteContext,
  folder: SiteFolder,
  pictures: Pictures,
  transaction: Transaction,
): Promise<Outcome<unknown>> => {
  const { site } = folder;
  const index = buildIndex(await loadFacts(context.site, transaction), context.now);
  const style: Operation = {
    op: "create",
    id: STYLE_ID,
    kind: "style",
    body: { schema: 2, ...site.style, variations: [], kept: {} },
  };
  const design = designOf([
    { id: STYLE_ID, kind: "style", body: { schema: 2, ...site.style, variations: [], kept: {} } },
  ]);
  const pack = packOf(folder, index);
  const change = importChange(
    pack,
    design,
    index,
    { ...NO_ANSWERS, on: Object.fromEntries(folder.parts.map(({ key }) => [key, true])) },
    newIds,
  );
  if (!change.ok) return change;
  const ids = new Map(change.value.pictures.map(({ key, id }) => [key, id]));
  for (const { rendered, path } of pictures.values()) {
    const kept = await keepFiles(context.site.id, picturesFiles(rendered, path), transaction);
    if (!kept.ok) return kept;
  }
  const operations = withFacts(
    change.value.operations,
    [...pictures].map(([key, { rendered }]) => ({ id: ids.get(key) ?? "", rendered })),
  );
  const profile: Operation = {
    op: "create",
    id: PROFILE_ID,
    kind: "profile",
    body: {
      schema: 1,
      ...site.profile,
      logo: ids.get(site.profile.logo) ?? "",
      logoOverPictures: ids.get(site.profile.logoOverPictures) ?? "",
    },
  };
  const saved = await commitChange(context, [style, profile, ...operations], transaction, {
    label: "the site as it was brought here",
  });
  if (!saved.ok) return saved;
  await givePictures(context.site.id, folder, ids, transaction);
  return chooseAll(context, folder, index, transaction);
};

/** The folder's design as a pack: keys for everything, so that the plan of an import does the rest. */
const packOf = ({ pictures, parts, site }: SiteFolder, index: SiteIndex): Pack => {
  const needs = (["kind", "grouping", "term", "author", "entry", "level"] as const).flatMap((type) =>
    contentOfType(index, type).map(({ key, name }) => ({ type, key, name, parts: [], menus: [] })),
  );
  return {
    manifest: {
      schema: 1,
      name: site.name,
      version: "1.0.0",
      description: "",
      author: "",
      licence: "",
      created: "",
      counts: { parts: 0, menus: 0, pictures: 0 },
      files: {},
    },
    parts: parts.map((part) => ({ schema: 1, ...part, origin: newIds.uuid() })),
    menus: site.menus.map(({ key, name, items }) => ({
      schema: 1,
      key,
      menu: { schema: 1, name, origin: newIds.uuid(), items: [...menuItems(items, index)] },
    })),
    pictures: pictures.map(({ key, bytes }) => {
      const about = site.pictures[key] ?? { name: key, alt: "", focal: [50, 50] as const };
      const sha256 = createHash("sha256").update(bytes).digest("hex");
      return {
        key,
        origin: newIds.uuid(),
        file: key,
        type: "image/jpeg",
        name: about.name,
        alt: about.alt,
        credit: "",
        focal: { x: about.focal[0], y: about.focal[1] },
        sha256,
      };
    }),
    colours: [],
    textStyles: [],
    needs,
  };
};

/** Menu items name pages by path; archives by theirs. Keys, as in a pack. */
const menuItems = (
  nodes: SiteFolder["site"]["menus"][number]["items"],
  index: SiteIndex,
): readonly MenuItem[] =>
  nodes.map(({ label, page, url, items }) => {
    const found = page === undefined ? undefined : index.byPath.get(page);
    const identity = found?.entry
      ? entryIdentity(found.entry.path)
      : found?.archiveOf?.of === "kind"
        ? kindIdentity(kindKey(index, found.archiveOf.id))
        : undefined;
    return {
      id: newIds.id(),
      label,
      target: identity ? { identity } : url ? { url } : null,
      items: [...menuItems(items ?? [], index)],
    };
  });

const kindKey = (index: SiteIndex, id: string): string =>
  index.facts.kinds.find((kind) => kind.id === id)?.key ?? id;

const givePictures = async (
  site: string,
  folder: SiteFolder,
  pictures: ReadonlyMap<string, string>,
  transaction: Transaction,
): Promise<void> => {
  for (const { front, kind, slug } of folder.entries) {
    const picture = pictures.get(front.picture ?? "");
    const ofKind = folder.site.kinds.find((each) => each.key === kind);
    const path = front.path ?? `${ofKind?.path}${slug}/`;
    for (const { key, type } of ofKind?.fields ?? []) {
      if (type !== "picture" || front.fields[key] === undefined) continue;
      const found = pictures.get(String(front.fields[key])) ?? "";
      await runStatement(
        `UPDATE entry SET fields = jsonb_set(fields, ARRAY[CAST(:key AS text)], to_jsonb(CAST(:found AS text)))
         WHERE site = :site AND path = :path`,
        { site, path, key, found },
        transaction,
      );
    }
    const own = front.pictures.flatMap((key) => pictures.get(key) ?? []);
    if (picture || own.length > 0)
      await runStatement(
        "UPDATE entry SET picture = :picture, pictures = :own WHERE site = :site AND path = :path",
        { site, path, picture: picture ?? null, own: JSON.stringify(own) },
        transaction,
      );
  }
  for (const { slug, picture } of folder.site.authors) {
    const own = pictures.get(picture ?? "");
    if (own)
      await runStatement(
        `UPDATE author SET body = jsonb_set(body, '{picture}', to_jsonb(CAST(:own AS text)))
         WHERE site = :site AND body->>'slug' = :slug`,
        { site, slug, own },
        transaction,
      );
  }
};

/** What single pages choose, as the folder says. */
const chooseAll = async (
  context: SiteContext,
  { parts, site }: SiteFolder,
  index: SiteIndex,
  transaction: Transaction,
): Promise<Outcome<unknown>> => {
  const design = await loadDraft(context.site.id, transaction);
  const named = new Map(documentsOf(design, "part").map(({ id, body }) => [`${body.slot} ${body.name}`, id]));
  const operations = site.choices.flatMap(({ page, slot, part, nothing }) => {
    const identity = index.byPath.get(page)?.identity;
    const wanted = parts.find((each) => each.key === part);
    const id = wanted ? named.get(`${wanted.slot} ${wanted.name}`) : undefined;
    if (identity === undefined || (!nothing && id === undefined)) return [];
    return chooseOperations(design, identity, slot, nothing ? "nothing" : { part: id as string });
  });
  return operations.length === 0
    ? succeed(0)
    : commitChange(context, operations, transaction, { label: "what pages choose" });
};
