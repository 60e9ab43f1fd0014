"use client";
import type { HouseStyle } from "../../core/model/house-style";
import { leafPath } from "../client/paths";
import type { Offer } from "../shell/offers";
import { valueSections } from "./value-sections";

/** The values of a house style by their names: each leads to its field. */
export const styleOffers = (style: HouseStyle, site: string): readonly Offer[] =>
  valueSections(style, () => undefined).flatMap(({ title, rows }) =>
    rows.map(({ label }) => ({
      key: `style ${title} ${label}`,
      title: label,
      detail: `house style, ${title.toLowerCase()}`,
      href: `${leafPath("style", site)}?find=${encodeURIComponent(label)}`,
    })),
  );
