"use client";
import { Box } from "@mui/material";
import { type ClipboardEvent, type KeyboardEvent, useState } from "react";
import { flushSync } from "react-dom";
import {
  changeItem,
  indentItem,
  insertAfter,
  moveItem,
  outdentItem,
  removeItem,
} from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";
import { newNodeId } from "../client/new-id";
import { keyOf } from "../shell/useKeys";
import { changeItems } from "./menu-editor";

const labelOf = (id: string) => document.querySelector<HTMLInputElement>(`[data-item-label="${id}"]`);

/** Changes the menu and goes on in the label of an item where it is now. All is drawn before the next key is heard, so that none goes astray. */
export const changeAndGoTo = (id: string | undefined, change: () => void): void => {
  flushSync(change);
  if (id !== undefined) labelOf(id)?.focus();
};

/** Adds an item behind another one, or at the end; its label is written next. */
export const addItem = (item: MenuItem, behind: string | null, onSelect: (id: string) => void): void => {
  let isThere = false;
  flushSync(() => {
    isThere = changeItems((items) => insertAfter(items, behind, [item]));
    if (isThere) onSelect(item.id);
  });
  const label = isThere ? labelOf(item.id) : null;
  label?.focus();
  label?.select();
};

export const blankItem = (label: string): MenuItem => ({
  id: newNodeId(),
  label,
  target: { url: "/" },
  items: [],
});

const LINE_KEYS: Readonly<Record<string, (items: readonly MenuItem[], id: string) => readonly MenuItem[]>> = {
  "alt+arrowup": (items, id) => moveItem(items, id, -1),
  "alt+arrowdown": (items, id) => moveItem(items, id, 1),
  "alt+arrowright": indentItem,
  "alt+arrowleft": outdentItem,
};

/** The labels that are shown, in order: the one so many places from another. */
const neighbourOf = (id: string, by: number): string | undefined => {
  const all = [...document.querySelectorAll<HTMLElement>("[data-item-label]")].map(
    (each) => each.dataset["itemLabel"],
  );
  return all[all.indexOf(id) + by];
};

/** What a key does in the label of an item; false where it only types. */
const actByKey = (key: string, { id }: MenuItem, text: string, onSelect: (id: string) => void): boolean => {
  const move = LINE_KEYS[key];
  const steps = key === "arrowdown" ? 1 : key === "arrowup" ? -1 : 0;
  const neighbour = steps === 0 ? undefined : neighbourOf(id, steps);
  if (move) changeAndGoTo(id, () => changeItems((items) => move(items, id)));
  else if (neighbour) labelOf(neighbour)?.focus();
  else if (key === "enter") addItem(blankItem("New item"), id, onSelect);
  else if (key === "backspace" && text === "")
    changeAndGoTo(neighbourOf(id, -1) ?? neighbourOf(id, 1), () =>
      changeItems((items) => removeItem(items, id)),
    );
  else return false;
  return true;
};

/** What is pasted, a label a line. */
const linesOf = (text: string): readonly string[] =>
  text
    .split(/\r?\n/)
    .map((each) => each.trim().slice(0, 200))
    .filter((each) => each !== "");

/** The label of an item: typed, pasted a line an item, moved and gone on with by keys. */
export const LabelField = ({
  item,
  onSelect,
}: {
  readonly item: MenuItem;
  readonly onSelect: (id: string) => void;
}) => {
  const [text, setText] = useState(item.label);
  const [shown, setShown] = useState(item.label);
  if (shown !== item.label) {
    setShown(item.label);
    setText(item.label);
  }
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (actByKey(keyOf(event), item, text, onSelect)) event.preventDefault();
  };
  const paste = (event: ClipboardEvent<HTMLInputElement>) => {
    const lines = linesOf(event.clipboardData.getData("text/plain"));
    if (lines.length < 2) return;
    event.preventDefault();
    changeItems((items) => insertAfter(items, item.id, lines.map(blankItem)));
  };
  return (
    <Box
      component="input"
      data-item-label={item.id}
      aria-label={`Label of “${item.label}”`}
      value={text}
      maxLength={200}
      onFocus={() => onSelect(item.id)}
      onChange={(event) => {
        setText(event.target.value);
        if (event.target.value.trim() !== "")
          changeItems((items) => changeItem(items, item.id, { label: event.target.value }));
      }}
      onBlur={() => setText(item.label)}
      onKeyDown={keys}
      onPaste={paste}
      sx={{
        font: "inherit",
        fontWeight: item.highlight ? 650 : 400,
        color: "inherit",
        background: "none",
        border: 0,
        borderRadius: "3px",
        px: "5px",
        py: "5px",
        flex: "1 1 150px",
        minWidth: 90,
      }}
    />
  );
};
