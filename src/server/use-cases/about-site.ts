import { z } from "zod";
import { identitiesLedTo } from "../../core/blocks/shown";
import { documentsOf, findBody } from "../../core/design/design";
import { wholeDesign } from "../../core/design/pieces";
import { blocksOf } from "../../core/design/tree";
import { identitiesOf } from "../../core/menus/item-tree";
import type { Kind } from "../../core/model/content";
import { succeed } from "../../core/model/issue";
import { impactOf } from "../../core/placement/impact";
import { resolveAll } from "../../core/placement/resolution";
import type { CompiledDesign } from "../../core/placement/resolve";
import { sitesOf } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { currentEdition, listEditions, newestChange } from "../../data/design-repository";
import { entriesIn, vocabularyOf } from "../../messages/vocabulary";
import { mayDo, permissionsOf } from "../access/roles";
import { previewOrigin, publicOrigin } from "../http/host-names";
import { draftChanges, partState, redrawing, revaluedPages } from "./draft-changes";
import { takeBackTarget } from "./editions";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** Own fields by key, as all kinds that have one call it. */
const ownFieldsOf = (kinds: readonly Kind[]): readonly { readonly id: string; readonly name: string }[] => {
  const labels = new Map<string, Set<string>>();
  for (const { key, label } of kinds.flatMap(({ fields }) => fields))
    labels.set(key, (labels.get(key) ?? new Set()).add(label));
  return [...labels].map(([id, names]) => ({ id, name: [...names].join(", ") }));
};

/** What every screen of a site needs: names, badges, the draft's size, what undo would do. */
export const aboutSite = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const draft = await designAt(context, "draft", POOL);
    const live = await designAt(context, "live", POOL);
    const changes = draftChanges(live.design, draft.design);
    const named = [draft, live].flatMap(({ design }) =>
      documentsOf(design, "part").flatMap(({ body: { placement } }) =>
        entriesIn([...placement.conditions, ...placement.exceptions]),
      ),
    );
    const view = { audience: "signedOut", at: context.now } as const;
    const resolved = resolveAll(draft, view);
    const impact =
      changes.length === 0
        ? null
        : impactOf(
            resolveAll(live, view),
            resolved,
            await redrawing(context, live.design, draft.design),
            revaluedPages(changes),
          );
    const [undo, redo, sites, editions, current] = await Promise.all([
      newestChange(context.site.id, context.account.id, "done", POOL),
      newestChange(context.site.id, context.account.id, "undone", POOL),
      sitesOf(context.account.id, POOL),
      listEditions(context.site.id, POOL),
      currentEdition(context.site.id, new Date(context.now), POOL),
    ]);
    const { settings } = context.site;
    return succeed({
      site: {
        id: context.site.id,
        name: settings.name,
        origin: publicOrigin(context.site.id),
        previewOrigin: previewOrigin(context.site.id),
        timeZone: settings.timeZone,
        /** The front page by identity. */
        front: draft.index.stems[0]?.identity ?? "",
        kinds: draft.index.facts.kinds.map((kind) => kind.id),
      },
      /** How often draft and content changed: who knows other numbers has missed something. */
      revisions: { design: context.site.designRev, content: context.site.contentRev },
      isPublished: current !== null,
      account: context.account,
      /** What who asks may do here; each use-case says so too. */
      may: permissionsOf(context.role),
      sites: sites.map(({ id, settings: { name } }) => ({ id, name })),
      draft: { changes: changes.length, pages: impact?.pages ?? 0 },
      mayTakeBack: mayDo(context.role, "publish") && takeBackTarget(editions, current, context.now) !== null,
      undo: undo?.label ?? null,
      redo: redo?.label ?? null,
      levels: settings.levels,
      ownFields: ownFieldsOf(draft.index.facts.kinds),
      vocabulary: vocabularyOf(draft.index, new Set(named)),
      targets: targetTitles(draft),
      pageCount: resolved.pageTotal,
      parts: Object.fromEntries(
        documentsOf(draft.design, "part").map(({ id, body }) => [
          id,
          {
            slot: body.slot,
            number: body.number,
            name: body.name,
            state: partState(id, draft.design, live.design),
            isNothing: body.bands.length === 0,
          },
        ]),
      ),
      menus: documentsOf(draft.design, "menu").map(({ id, body }) => ({ id, name: body.name })),
      pieces: documentsOf(draft.design, "piece").map(({ id, body }) => ({ id, name: body.name })),
      pictures: documentsOf(draft.design, "picture").map(({ id, body }) => ({
        id,
        name: body.name,
        file: body.file,
        type: body.type,
        width: body.renditions[0] ?? 0,
      })),
      palette: (findBody(draft.design, "style", "style")?.palette ?? []).map(({ id, name, value }) => ({
        id,
        name,
        value,
      })),
      textStyles: (findBody(draft.design, "style", "style")?.textStyles ?? []).map(({ id, name }) => ({
        id,
        name,
      })),
      /** Which colour of the palette stands for each role. */
      roles: findBody(draft.design, "style", "style")?.roles ?? null,
    });
  },
});

/** Titles of the pages that buttons and menus lead to. */
const targetTitles = ({ design: plain, index }: CompiledDesign): Readonly<Record<string, string>> => {
  const design = wholeDesign(plain);
  const identities = documentsOf(design, "part").flatMap(({ body }) =>
    blocksOf(body).flatMap(identitiesLedTo),
  );
  const inMenus = documentsOf(design, "menu").flatMap(({ body }) => identitiesOf(body.items));
  return Object.fromEntries(
    [...identities, ...inMenus].flatMap((identity) => {
      const page = index.byIdentity.get(identity);
      return page ? [[identity, page.title]] : [];
    }),
  );
};
