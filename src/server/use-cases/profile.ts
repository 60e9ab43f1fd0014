import { z } from "zod";
import { getBody, PROFILE_ID } from "../../core/design/design";
import { succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** Facts about the organisation that parts show. */
export const profile = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const { design } = await designAt(context, "draft", POOL);
    return succeed({ body: getBody(design, "profile", PROFILE_ID) });
  },
});

const MOST_ICONS = 24;
interface PackagedIcon {
  readonly title: string;
  readonly slug: string;
  readonly path: string;
}

/** Icons of the package by name: those that begin with what is typed first. */
export const icons = defineUseCase({
  input: z.object({ query: z.string().trim().min(1).max(60) }),
  run: async (_, { query }) => {
    const all = Object.values(await import("simple-icons")) as readonly PackagedIcon[];
    const wanted = query.toLowerCase();
    const rank = ({ title }: PackagedIcon) => (title.toLowerCase().startsWith(wanted) ? 0 : 1);
    const found = all
      .filter(({ title }) => title?.toLowerCase().includes(wanted))
      .sort((a, b) => rank(a) - rank(b) || a.title.length - b.title.length || (a.title < b.title ? -1 : 1))
      .slice(0, MOST_ICONS)
      .map(({ title, slug, path }) => ({ title, icon: slug, outline: path }));
    return succeed({ icons: found });
  },
});
