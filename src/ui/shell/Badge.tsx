"use client";
import type { Slot } from "../../core/model/slot";
import { badgeText } from "../../messages/words";
import classes from "./Badge.module.css";

export const SlotPictogram = ({ slot }: { readonly slot: Slot }) => (
  <span aria-hidden className={`${classes["pictogram"]} ${classes[slot]}`} />
);

/** The small sign of a part: a page with its slot filled, and a number. */
export const Badge = ({
  slot,
  number,
  selected = false,
}: {
  readonly slot: Slot;
  readonly number: number;
  readonly selected?: boolean;
}) => (
  <span
    role="img"
    aria-label={badgeText(slot, number)}
    className={`${classes["badge"]} ${classes[slot]} ${selected ? classes["selected"] : ""}`}
  >
    {number}
  </span>
);
