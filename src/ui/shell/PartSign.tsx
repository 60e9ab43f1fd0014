"use client";
import type { Slot } from "../../core/model/slot";
import { useFrame } from "../client/frame";
import { Badge } from "./Badge";

/** The badge of a part by its id, with its name if wished. */
export const PartSign = ({
  part,
  withName = false,
  selected = false,
}: {
  readonly part: string;
  readonly withName?: boolean;
  readonly selected?: boolean;
}) => {
  const found = useFrame().frame.parts[part];
  if (!found) return <em>a part that is gone</em>;
  return (
    <>
      <Badge slot={found.slot as Slot} number={found.number} selected={selected} />
      {withName ? <strong style={{ marginLeft: 6 }}>{found.name}</strong> : null}
    </>
  );
};
