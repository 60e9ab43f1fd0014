import { z } from "zod";
import { Band, type Part } from "../design/part";
import { SideColumn } from "../design/side-column";
import { Choice } from "../model/choices";
import { OwnTextStyle } from "../model/house-style";
import { Menu } from "../model/menu";
import { PICTURE_TYPES } from "../model/picture";
import { Placement } from "../model/placement";
import { Slot } from "../model/slot";

/** The files of a template pack, version 1. References inside are keys, never ids of a database. */

export const PACK_SCHEMA = 1;
const Sha256 = z.string().regex(/^[0-9a-f]{64}$/);
const PackKey = z.string().regex(/^[a-z0-9][a-z0-9-]{0,79}$/);

export const PackManifest = z.object({
  schema: z.literal(PACK_SCHEMA),
  name: z.string().min(1).max(200),
  /** SemVer 2.0.0, core part with optional pre-release. */
  version: z.string().regex(/^\d+\.\d+\.\d+(-[0-9A-Za-z.-]+)?$/),
  description: z.string().max(2000).default(""),
  author: z.string().max(200).default(""),
  /** SPDX expression. */
  licence: z.string().max(100).default(""),
  created: z.string(),
  counts: z.object({ parts: z.number(), menus: z.number(), pictures: z.number() }),
  files: z.record(z.string(), Sha256),
});
export type PackManifest = z.infer<typeof PackManifest>;

export const PackPart = z.object({
  schema: z.literal(PACK_SCHEMA),
  key: PackKey,
  origin: z.string().uuid(),
  slot: Slot,
  name: z.string().min(1).max(120),
  placement: Placement,
  bands: z.array(Band).max(40),
  choices: z.array(Choice).max(60).optional(),
  column: SideColumn.optional(),
});
export type PackPart = Omit<z.infer<typeof PackPart>, "bands"> & { readonly bands: Part["bands"] };

export const PackMenu = z.object({ schema: z.literal(PACK_SCHEMA), key: PackKey, menu: Menu });
export type PackMenu = z.infer<typeof PackMenu>;

export const PackPicture = z.object({
  key: PackKey,
  origin: z.string().uuid(),
  /** Its path among the files; a `.json` is none. */
  file: z.string().regex(/^(?!.*\.json$)./),
  type: z.enum(PICTURE_TYPES),
  name: z.string().min(1),
  alt: z.string(),
  credit: z.string(),
  focal: z.object({ x: z.number().min(0).max(100), y: z.number().min(0).max(100) }),
});
export type PackPicture = z.infer<typeof PackPicture>;
export const PackMedia = z.object({ schema: z.literal(PACK_SCHEMA), pictures: z.array(PackPicture) });

/** What the target site must offer, each with what needs it. */
export const NEED_TYPES = ["kind", "grouping", "term", "author", "entry", "level"] as const;
export const PackNeed = z.object({
  type: z.enum(NEED_TYPES),
  key: z.string().min(1),
  name: z.string(),
  /** Keys of the parts that point at it themselves, and of the menus whose items lead to it. */
  parts: z.array(z.string()),
  menus: z.array(z.string()).default([]),
});
export type PackNeed = z.infer<typeof PackNeed>;
export const PackNeeds = z.object({ schema: z.literal(PACK_SCHEMA), needs: z.array(PackNeed) });

/** What is asked for: a need, or a menu or a picture that parts name and the pack does not hold. */
export type AskedType = PackNeed["type"] | "menu" | "picture";
export interface AskedNeed extends Omit<PackNeed, "type"> {
  readonly type: AskedType;
}

/** The style of a pack: colours its parts name, as DTCG tokens once written. */
export interface PackColour {
  readonly id: string;
  readonly name: string;
  readonly value: string;
}

/** Text styles of the site's own that its parts wear. */
export const PackTextStyles = z.object({
  schema: z.literal(PACK_SCHEMA),
  textStyles: z.array(OwnTextStyle).min(1).max(100),
});

/** A pack read and checked: everything by key. */
export interface Pack {
  readonly manifest: PackManifest;
  readonly parts: readonly PackPart[];
  readonly menus: readonly PackMenu[];
  readonly pictures: readonly (PackPicture & { readonly sha256: string })[];
  readonly colours: readonly PackColour[];
  readonly textStyles: readonly OwnTextStyle[];
  readonly needs: readonly AskedNeed[];
}

export const needId = (need: Pick<AskedNeed, "type" | "key">): string => `${need.type}:${need.key}`;
