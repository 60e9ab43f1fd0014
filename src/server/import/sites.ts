import { z } from "zod";
import { canonicalPath, pathIssue } from "../../core/addresses/paths";
import { proposePalette } from "../../core/colour/palette";
import { EntryFront } from "../../core/content/entry-file";
import { COLOUR_ROLES, StyleValues } from "../../core/model/house-style";
import { fail, issue, succeed } from "../../core/model/issue";
import { SiteProfile } from "../../core/model/profile";
import { withPalette } from "../../core/style/with-palette";
import { findSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { ROLE_NAMES } from "../../messages/words";
import { defineUseCase } from "../use-cases/use-case";
import type { SiteFolder } from "./site-folder";
import { importSite } from "./site-import";

/** A quiet blue-green until a site has a colour of its own. */
const FIRST_COLOUR = "#2f6673";

const firstStyle = (): StyleValues => {
  const proposed = proposePalette(FIRST_COLOUR, "light");
  const palette = COLOUR_ROLES.map((role) => ({ id: role.toLowerCase(), name: role, value: proposed[role] }));
  const roles = Object.fromEntries(COLOUR_ROLES.map((role) => [role, role.toLowerCase()]));
  const fonts = { text: "Public Sans", headings: "Public Sans" };
  const style = StyleValues.parse({ palette, roles, fonts });
  return withPalette({ ...style, palette: [] }, proposed, ROLE_NAMES);
};

/** "Opening hours" → `opening-hours`; letters with marks lose them. */
const slugOf = (title: string): string =>
  title
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "");

const MOST_PAGES = 40;

/** A new site: its name, its address, and its first pages by their titles. Whoever makes it owns it. */
export const createSite = defineUseCase({
  input: z.object({
    name: z.string().trim().min(1).max(200),
    address: z.string().max(40),
    pages: z.array(z.string().trim().min(1).max(200)).max(MOST_PAGES),
  }),
  run: async (context, { name, address, pages }) => {
    // as hosts are named: no double hyphen, which parts a site from its preview
    if (!/^[a-z]([a-z0-9-]*[a-z0-9])?$/.test(address) || address.includes("--"))
      return fail(issue("site.address", ["address"], { address }));
    if (await findSite(address, POOL)) return fail(issue("site.taken", ["address"], { address }));
    const entries = [{ title: name, slug: "home" }];
    for (const title of pages) {
      const slug = slugOf(title);
      const path = canonicalPath(`/${slug}/`);
      const problem = path.ok ? pathIssue(path.value) : path.issues[0];
      if (slug === "" || problem) return fail(problem ?? issue("site.pageName", ["pages"], { title }));
      if (entries.some((each) => each.slug === slug))
        return fail(issue("site.pageTwice", ["pages"], { title }));
      entries.push({ title, slug });
    }
    const made = await importSite(
      address,
      folderOf(name, entries, context.site.settings, context.now),
      context.account,
    );
    return made.ok ? succeed({ site: address, pages: entries.length }) : made;
  },
});

const folderOf = (
  name: string,
  entries: readonly { readonly title: string; readonly slug: string }[],
  { language, timeZone }: { readonly language: string; readonly timeZone: string },
  now: string,
): SiteFolder => ({
  site: {
    name,
    language,
    timeZone,
    front: "/home/",
    levels: [],
    kinds: [
      {
        key: "pages",
        name: "page",
        plural: "Pages",
        path: "/",
        archive: false,
        dateArchives: false,
        fields: [],
      },
    ],
    groupings: [],
    authors: [],
    profile: SiteProfile.omit({ schema: true }).parse({ name }),
    menus: [],
    style: firstStyle(),
    pictures: {},
    choices: [],
  },
  entries: entries.map(({ title, slug }, position) => ({
    file: `${slug}.md`,
    kind: "pages",
    slug,
    front: EntryFront.parse({ title, position, published: now.slice(0, 10) }),
    body: [],
  })),
  parts: [],
  pictures: [],
});
