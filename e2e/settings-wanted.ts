import { valueAt, withValueAt } from "../src/core/design/operations";
import { bandPlaceIn, Part } from "../src/core/design/part";
import { findPlace, type PartNode, updateNode } from "../src/core/design/tree";
import { sameValue } from "../src/core/model/canonical";
import { type FieldSpec, isOffered } from "../src/messages/controls";
import { specsFor } from "../src/messages/specs-for";
import { MOMENTS, valuesFor } from "../test/setting-values";
import type { Subject } from "./settings-subjects";

/** What is to be seen of settings: each of their values, beside what they are before. */

/** What a setting is to be for others that stand under it to be there. */
const OTHERWISE: Readonly<Record<string, unknown>> = {
  "background.colour": "#f4f0e6",
  "background.colourTo": "#cc3300",
  "background.picture": "pic",
  "background.slides": ["other"],
  "background.overlay": 40,
  "background.overlayTo": "#cc3300",
  "background.texture": "dots",
  "settings.texture": "dots",
  "settings.place": { lat: 50.1, lon: -5.2 },
  "settings.directions": { url: "/way/" },
  "settings.map.place": { lat: 50.1, lon: -5.2 },
  "settings.map.directions": { url: "/way/" },
  "look.borderWidth": 4,
  "settings.kind": "picture",
  "settings.video.poster": "pic",
  "settings.slides.from": "newest",
  "settings.from": "kinds",
  "settings.itemGround": "#ffe8c0",
  "settings.slides.arrangement": "one",
  height: { wide: 120 },
  overlap: 40,
};
const set = (part: Part, path: readonly string[], value: unknown): Part | null => {
  const next = updateNode(part, "subject", (node) => withValueAt(node, path, value) as PartNode);
  const read = Part.safeParse(next);
  return read.success ? (read.data as Part) : null;
};
const subjectIn = (part: Part): PartNode => findPlace(part, "subject")?.node as PartNode;

/** The part with all that must hold for a setting to be offered. */
const offering = (part: Part, spec: FieldSpec): Part => {
  if (isOffered(spec, subjectIn(part), bandPlaceIn(part, "subject"))) return part;
  const wants = [
    ...(spec.when ? [spec.when] : []),
    ...[spec.unless, ...(spec.unlessAll ?? []).map(([one]) => one)].flatMap((each) =>
      each ? [[each[0], each[1] === false ? true : OTHERWISE[each[0].join(".")]] as const] : [],
    ),
  ];
  const next = wants.reduce((now, [path, value]) => {
    const own = specsFor({ node: subjectIn(now) }).find((each) => sameValue(each.path, path));
    return set(own ? offering(now, own) : now, path, value) ?? now;
  }, part);
  if (!isOffered(spec, subjectIn(next), bandPlaceIn(next, "subject")))
    throw new Error(`walk: expected a way to offer ${spec.path.join(".")}, got none`);
  return next;
};

/** What more has to be there for a setting to be seen. */
const PADDED = ["look.padding", { top: 12, right: 12, bottom: 12, left: 12 }] as const;
const BESIDE: Readonly<Record<string, readonly (readonly [path: string, value: unknown])[]>> = {
  "look.padding": [["look.borderWidth", 2]],
  "band heightIs": [["height", { wide: 40 }]],
  // higher than a picture that is as wide as it on small screens
  "band background.pictureFit": [["height", { wide: 400 }]],
  "band background.order": [
    ["background.texture", "dots"],
    ["background.overlay", 40],
  ],
  // what begins last is what is dated last, too
  "entryList settings.sort": [
    ["settings.direction", "up"],
    ["settings.sortField", "price"],
  ],
  "entryList settings.notTerms": [["settings.from", "kinds"]],
  // an archive of one kind is narrowed by no link to it
  "entryList settings.filter": [["settings.from", "kinds"]],
  "band width": [["background.colour", "#f4f0e6"]],
  // behind what covers it all, a ground is seen around it
  "picture look.background": [PADDED],
  "mainPicture look.background": [PADDED],
  "line look.background": [PADDED],
};

/** Values that are what a setting is by itself, where nothing is set: another one is seen to become them. */
const BY_ITSELF: readonly (readonly [setting: string, value: unknown])[] = [
  ["look.type", "body"],
  ["look.type", "small"],
  ["settings.nameStyle", "h4"],
  ["look.radius", 0],
  ["alignBlock", "centre"],
  ["leads", "start"],
  // of a slide: as its hero has it
  ["settings.across", "start"],
  ["settings.overlay", 50],
  ["orderSmall", 1],
  ["shareOn.middle", 2],
  ["shareOn.small", 2],
  ["look.colour", "role:mutedText"],
  ["look.align", "start"],
  ["look.align", "centre"],
  ["settings.from", MOMENTS.past],
  ["settings.until", MOMENTS.future],
];

export interface Wanted {
  readonly setting: string;
  readonly value: unknown;
  /** What it is before: what a new one is, or another value where that is what it is by itself. */
  readonly before: Part;
  readonly after: Part;
  seen: number;
}

/** Values of settings that end with what the site of this walk has. */
const VALUES: Readonly<Record<string, readonly unknown[]>> = {
  "band height": [{ wide: 0 }, { wide: 120 }, { wide: 300, small: 0 }],
  "band screenHeight": [{ wide: 0 }, { wide: 60 }, { wide: 90, small: 0 }],
  "entryList settings.count": [0, 1, 2],
  "entryList settings.skip": [0, 1, 2],
  "entryList settings.summaryWords": [0, 1],
  // none is the first there is
  "entryList settings.filterGrouping": ["", "g1"],
  "contents settings.least": [1, 20],
  "authorBox settings.further": [0, 1, 3],
  "entryList settings.media": [[], ["text"], ["video"], ["sound"]],
  "entryList settings.notMedia": [[], ["video"], ["video", "pictures"]],
  // which facts there are is walked through in rows
  ...Object.fromEntries(
    ["cards", "columns", "timeline", "compact"].flatMap((arrangement) => [
      [`entryList settings.${arrangement}.facts`, [[], ["date"], ["date", "author"]]],
      [`entryList settings.${arrangement}.gap`, [0, 60]],
    ]),
  ),
  "hero settings.slides.count": [1, 2],
  "hero settings.screenHeight": [{ wide: 0 }, { wide: 90 }, { wide: 0, small: 95 }],
};

/** Settings that are seen elsewhere than on a page, and where that is tried. */
const ELSEWHERE: Readonly<Record<string, string>> = {
  "body settings.teaser": "a page one may not read: src/core/blocks/entry-blocks.test.ts",
  "body settings.paragraphs": "a page one may not read: src/core/blocks/entry-blocks.test.ts",
  "share settings.copy": "what a press copies: e2e/lists.spec.ts",
  "share settings.copied": "what is said of it: e2e/lists.spec.ts",
  "entryList settings.wholeLink": "where a press leads: e2e/lists.spec.ts",
  "band name": "the list of the part: e2e/part.spec.ts",
  "signUp settings.list": "the mailbox an address goes to: src/server/hosts/mailbox.test.ts",
};

/** Whether a setting is walked through on a subject: one that is offered there, and not on the other subject of its type. */
const isWalked = ({ where }: FieldSpec, { part, besides }: Subject): boolean =>
  besides
    ? (where?.(bandPlaceIn(part, "subject")) ?? false) && !where?.(bandPlaceIn(besides, "subject"))
    : !where || where(bandPlaceIn(part, "subject"));

/** All values of all settings of a subject, each beside what it is before. */
export const wantedOf = (subject: Subject): Wanted[] =>
  specsFor({ node: subjectIn(subject.part) }).flatMap((spec) => {
    const { name, part } = subject;
    if (!isWalked(spec, subject)) return [];
    const setting = spec.path.join(".");
    if (ELSEWHERE[`${name} ${setting}`]) return [];
    const ready = (BESIDE[`${name} ${setting}`] ?? BESIDE[setting] ?? []).reduce(
      (now, [path, value]) => set(now, path.split("."), value) ?? now,
      offering(part, spec),
    );
    const is = valueAt(subjectIn(ready), spec.path);
    const all = VALUES[`${name} ${setting}`] ?? valuesFor(spec, is);
    const isItself = (value: unknown) =>
      BY_ITSELF.some(([name, own]) => name === setting && sameValue(own, value));
    const other = all.findLast((value) => !sameValue(value, is) && !isItself(value));
    return all.flatMap((value): Wanted[] => {
      const after = sameValue(value, is) ? null : set(ready, spec.path, value);
      const before = isItself(value) ? set(ready, spec.path, other) : ready;
      return after && before ? [{ setting, value, before, after, seen: 0 }] : [];
    });
  });
