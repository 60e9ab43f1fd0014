"use client";
import type { Slot } from "../../core/model/slot";
import { useAboutSite } from "../client/about-site";
import { Badge } from "./Badge";

/** The badge of a part by its id, with its name if wished. */
export const PartBadge = ({
  part,
  withName = false,
  selected = false,
}: {
  readonly part: string;
  readonly withName?: boolean;
  readonly selected?: boolean;
}) => {
  const found = useAboutSite().about.parts[part];
  if (!found) return <em>a part that is gone</em>;
  return (
    <>
      <Badge slot={found.slot as Slot} number={found.number} selected={selected} />
      {withName ? <strong style={{ marginLeft: 6 }}>{found.name}</strong> : null}
    </>
  );
};
