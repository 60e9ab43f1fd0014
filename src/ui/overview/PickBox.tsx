"use client";
import type { MouseEvent } from "react";
import classes from "./table.module.css";

/** Picks a row of a table, or all of them. */
export const PickBox = ({
  label,
  isPicked,
  onPick,
}: {
  readonly label: string;
  readonly isPicked: boolean;
  /** With the press itself: Shift picks all from the one before. */
  readonly onPick: (event: MouseEvent) => void;
}) => (
  <input
    type="checkbox"
    className={classes["check"]}
    checked={isPicked}
    onChange={() => {}}
    onClick={onPick}
    aria-label={label}
  />
);
