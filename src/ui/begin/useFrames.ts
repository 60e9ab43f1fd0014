"use client";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { proposePalette } from "../../core/colour/palette";
import type { Menu } from "../../core/model/menu";
import type { Picture } from "../../core/model/picture";
import type { SiteProfile } from "../../core/model/profile";
import { withPalette } from "../../core/style/with-palette";
import { ROLE_NAMES } from "../../messages/words";
import type { DrawnFrame } from "../../workers/preview.worker";
import { type CallResult, call } from "../client/call";
import { useSite } from "../client/hooks";
import { usePreviewWorker } from "../preview/usePreviewWorker";

export type Beginning = CallResult<"beginning">;

/** What a person has said so far of the site they begin. */
export interface Said {
  readonly name: string;
  readonly tagline: string;
  readonly logo: string;
  readonly colour: string;
  readonly ground: "light" | "dark";
  /** Pages of the menu by identity. */
  readonly menu: readonly string[];
}

const MENU = "begin";
const SETTLES_MS = 350;

/** Three complete frames of what was said, drawn in a worker on the site's own pages; anew when it changes and rests. */
export const useFrames = (beginning: Beginning | undefined, said: Said, seed: number) => {
  const site = useSite();
  const worker = usePreviewWorker();
  return useQuery({
    queryKey: [site, "frames", said, seed, beginning?.profile.name],
    enabled: beginning !== undefined,
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }): Promise<readonly DrawnFrame[]> => {
      await new Promise((done) => setTimeout(done, SETTLES_MS));
      const thread = worker();
      if (signal.aborted || !beginning || !thread) return [];
      const { material, fit, pages, pictures } = beginning;
      const datas = await Promise.all(
        pages.map((page) => call(site, "previewPage", { page, audience: "signedOut", state: "draft" })),
      );
      const logo = said.logo === "" ? null : await call(site, "picture", { picture: said.logo });
      const profile: SiteProfile = {
        ...beginning.profile,
        name: said.name || beginning.profile.name,
        tagline: said.tagline,
        logo: said.logo,
      };
      const place = new Map(said.menu.map((identity, at) => [identity, at]));
      const at = (item: Menu["items"][number]) =>
        item.target && "identity" in item.target ? (place.get(item.target.identity) ?? -1) : -1;
      const items = beginning.menu.filter((item) => at(item) >= 0).sort((a, b) => at(a) - at(b));
      const menu: Menu = { schema: 1, name: "Main", origin: crypto.randomUUID(), items };
      const picture = logo?.body as Picture | undefined;
      const asked = {
        seed,
        material: {
          ...material,
          hasLogo: picture !== undefined,
          hasLogoOverPictures: false,
          nameLength: [...profile.name].length,
          logoRatio: picture ? picture.width / picture.height : 1,
          hasTagline: said.tagline !== "",
          // a logo that is being chosen is none of them either
          pictures: material.pictures.filter(({ id }) => id !== said.logo),
          menus: items.length === 0 ? [] : [{ id: MENU, name: "Main", items: items.length }],
        },
        fit: {
          ...fit,
          profile,
          menus: { [MENU]: menu },
          pictures: picture ? { [said.logo]: picture } : {},
        },
        pictures,
        style: withPalette(beginning.style, proposePalette(said.colour, said.ground), ROLE_NAMES),
        profile,
        pages: datas,
      };
      return thread.frames(site, asked as never);
    },
  });
};
