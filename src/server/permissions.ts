import type { UseCaseName } from "./registry";
import type { Permission, Role } from "./roles";

/** Who may do what. A role holds permissions; every use-case needs exactly one. Tested by enumeration. */
const HELD: Readonly<Record<Role, readonly Permission[]>> = {
  owner: ["look", "choose", "design", "publish"],
  builder: ["look", "choose", "design", "publish"],
  editor: ["look", "choose"],
  viewer: ["look"],
};

export const mayDo = (role: Role, permission: Permission): boolean => HELD[role].includes(permission);

/** The permission each use-case needs. A use-case that is not here does not compile. */
export const PERMISSIONS: Readonly<Record<UseCaseName | "exportPack", Permission>> = {
  frame: "look",
  coverage: "look",
  expectations: "look",
  rows: "look",
  findings: "look",
  findingMends: "look",
  explain: "look",
  mends: "look",
  parts: "look",
  part: "look",
  reach: "look",
  places: "look",
  previewPages: "look",
  previewPage: "look",
  page: "look",
  review: "look",
  editions: "look",
  goTo: "look",
  entryImpact: "look",
  changeEntry: "choose",
  removalImpact: "look",
  removeFromContent: "design",
  bringBack: "design",
  removals: "look",
  tokens: "look",
  createToken: "look",
  dropToken: "look",
  savedFilters: "look",
  saveFilter: "look",
  dropFilter: "look",
  offer: "look",
  impact: "look",
  choosePage: "choose",
  change: "design",
  createPart: "design",
  duplicatePart: "design",
  undo: "choose",
  redo: "choose",
  publish: "publish",
  takeBack: "publish",
  restore: "publish",
  packContents: "look",
  exportPack: "look",
  packPlan: "design",
  packImport: "design",
};
