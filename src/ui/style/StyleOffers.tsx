"use client";
import type { HouseStyle } from "../../core/model/house-style";
import { call } from "../client/call";
import { useSite } from "../client/hooks";
import { useOffers } from "../shell/offers";

/** Values of the house style are found by their names on every screen; they are read once somebody looks for something. */
export const StyleOffers = () => {
  const site = useSite();
  useOffers("house style", async () => {
    const [{ styleOffers }, { body }] = await Promise.all([import("./value-names"), call(site, "style", {})]);
    return styleOffers(body as HouseStyle, site);
  });
  return null;
};
