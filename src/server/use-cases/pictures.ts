import { z } from "zod";
import { documentsOf, findBody } from "../../core/design/design";
import { findPlace } from "../../core/design/tree";
import { pictureFindings } from "../../core/layout/picture-findings";
import { type PicturePlace, picturePlaces } from "../../core/layout/picture-places";
import type { EntryFacts } from "../../core/model/content";
import { entryIdentity } from "../../core/model/identity";
import { fail, issue, succeed } from "../../core/model/issue";
import { isIssueCode } from "../../core/model/issue-codes";
import { SLOTS } from "../../core/model/slot";
import { answersAt, type Resolution } from "../../core/placement/resolution";
import { partOf } from "../../core/placement/resolve";
import { POOL } from "../../data/database";
import { fileSizes } from "../../data/file-repository";
import { dropSettledUploads, listUploads } from "../../data/upload-repository";
import { nodeName, partName } from "../../messages/changes";
import { allowanceOf } from "../files/site-files";
import { allOrNothing, commitChange } from "./design-changes";
import { defineUseCase } from "./use-case";
import { resolutionFor } from "./view-input";

const DRAFT = { audience: "signedOut", state: "draft" } as const;

/** The parts a page is drawn with. */
const partsOfPage =
  (resolution: Resolution) =>
  (identity: string): readonly string[] => {
    const number = resolution.compiled.index.numbers.get(identity);
    if (number === undefined) return [];
    const answers = answersAt(resolution, number);
    return SLOTS.flatMap((slot) => partOf(answers[slot]) ?? []);
  };

/** Entries of one picture that are looked at: on a site where thousands share one, the first tell enough. */
const MOST_ENTRIES = 100;

/** Where pictures are seen, by id; entries are gone through once for all of them. */
const placesIn = (resolution: Resolution): ((picture: string) => readonly PicturePlace[]) => {
  const { design, index } = resolution.compiled;
  const byPicture = new Map<string, EntryFacts[]>();
  for (const entry of index.facts.entries) {
    if (entry.picture === null) continue;
    const known = byPicture.get(entry.picture);
    if (!known) byPicture.set(entry.picture, [entry]);
    else if (known.length < MOST_ENTRIES) known.push(entry);
  }
  return (picture) => picturePlaces(design, picture, byPicture.get(picture) ?? [], partsOfPage(resolution));
};

/** All pictures with what was noticed of them. */
export const pictures = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const resolution = await resolutionFor(context, DRAFT, POOL);
    if (!resolution.ok) return resolution;
    const { design } = resolution.value.compiled;
    const sizes = await fileSizes(context.site.id, POOL);
    const placesOf = placesIn(resolution.value);
    return succeed({
      kept: await allowanceOf(context.site.id, POOL),
      pictures: documentsOf(design, "picture")
        .map(({ id, body }) => {
          const places = placesOf(id);
          return {
            id,
            name: body.name,
            file: body.file,
            type: body.type,
            width: body.width,
            height: body.height,
            thumbnail: body.renditions[0] ?? 0,
            bytes: sizes.get(body.file) ?? 0,
            places: places.length,
            findings: pictureFindings(body, places, sizes.get(body.file) ?? 0),
          };
        })
        .sort((a, b) => (a.name < b.name ? -1 : 1)),
    });
  },
});

/** All pictures with what was noticed of each. */
export const noticedPictures = async (resolution: Resolution, site: string) => {
  const sizes = await fileSizes(site, POOL);
  const placesOf = placesIn(resolution);
  return documentsOf(resolution.compiled.design, "picture").map(({ id, body }) => ({
    id,
    findings: pictureFindings(body, placesOf(id), sizes.get(body.file) ?? 0),
  }));
};

/** One picture: its words, its focal point, and what is seen of it wherever it is shown. */
export const picture = defineUseCase({
  input: z.object({ picture: z.string() }),
  run: async (context, { picture: id }) => {
    const resolution = await resolutionFor(context, DRAFT, POOL);
    if (!resolution.ok) return resolution;
    const { design, index } = resolution.value.compiled;
    const body = findBody(design, "picture", id);
    if (!body) return fail(issue("picture.unknown", ["picture"]));
    const sizes = await fileSizes(context.site.id, POOL);
    const places = placesIn(resolution.value)(id);
    return succeed({
      id,
      body,
      bytes: sizes.get(body.file) ?? 0,
      findings: pictureFindings(body, places, sizes.get(body.file) ?? 0),
      places: places.map((place) => ({ ...place, ...namesOf(place, design, index) })),
    });
  },
});

const namesOf = (
  { where }: PicturePlace,
  design: Resolution["compiled"]["design"],
  index: Resolution["compiled"]["index"],
) => {
  const part = "part" in where ? findBody(design, "part", where.part) : undefined;
  const node = part && "node" in where ? findPlace(part, where.node)?.node : undefined;
  const page = "entry" in where ? index.byIdentity.get(entryIdentity(where.entry)) : undefined;
  return {
    part: part ? { name: part.name, badge: partName(part), node: nodeName(node) } : null,
    page: page ? { identity: page.identity, title: page.title } : null,
  };
};

/** Takes a picture out. One that is used is not taken out: replace it, or take it out where it stands. */
export const removePicture = defineUseCase({
  input: z.object({ picture: z.string() }),
  run: (context, { picture: id }) =>
    allOrNothing(async (transaction) => {
      const resolution = await resolutionFor(context, DRAFT, transaction);
      if (!resolution.ok) return resolution;
      const body = findBody(resolution.value.compiled.design, "picture", id);
      if (!body) return fail(issue("picture.unknown", ["picture"]));
      const { length } = placesIn(resolution.value)(id);
      if (length > 0) return fail(issue("picture.inUse", [], { count: length }));
      return commitChange(context, [{ op: "remove", id, kind: "picture", was: body }], transaction);
    }),
});

/** What this person sent and has not put away: how far each is, and what became of it. */
export const uploads = defineUseCase({
  input: z.object({}),
  run: async (context) =>
    succeed({
      uploads: (await listUploads(context.site.id, context.account.id, POOL)).map(
        ({ id, name, state, detail, params, picture: made, replaces }) => ({
          id,
          name,
          state,
          issue:
            detail === ""
              ? null
              : issue(isIssueCode(detail) ? detail : "picture.unreadable", [], params ?? undefined),
          picture: made,
          replaces,
        }),
      ),
    }),
});

export const putUploadsAway = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    await dropSettledUploads(context.site.id, context.account.id, POOL);
    return succeed({});
  },
});
