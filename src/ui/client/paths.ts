/** Where the studio's screens of a site live. The one place that spells their addresses. */
export type Leaf =
  | "overview"
  | "parts"
  | "pages"
  | "menus"
  | "style"
  | "profile"
  | "pictures"
  | "packs"
  | "editions"
  | "access"
  | "sign-ups"
  | "visitors"
  | "starts"
  | "begin"
  | "find"
  | "said"
  | "pieces";

export const leafPath = (leaf: Leaf, site: string, ...below: readonly string[]): string =>
  ["/s", site, leaf, ...below.map(encodeURIComponent)].join("/");

/** One part: its design, or where it shows. */
export const partPath = (id: string, site: string, below: readonly ("where" | "history")[] = []): string =>
  leafPath("parts", site, id, ...below);

/** One page by its identity. */
export const pagePath = (identity: string, site: string): string => leafPath("pages", site, identity);
