"use client";
import { Box, Switch } from "@mui/material";
import { useId } from "react";
import { flushSync } from "react-dom";
import {
  changeItem,
  indentItem,
  type MenuRow,
  moveItem,
  outdentItem,
  removeItem,
} from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";
import { valueOptions } from "../../messages/values";
import { useAboutSite } from "../client/about-site";
import { audienceOptions } from "../fields/audience-options";
import { ManyOf, OneOf } from "../fields/ChoiceInput";
import { TargetInput } from "../fields/SiteInput";
import { Act } from "../theme/pieces";
import { changeAndGoTo } from "./LabelField";
import { changeItems } from "./menu-editor";
import { PromotionFields } from "./PromotionFields";
import { SignField } from "./SignField";

const WIDTH_OPTIONS = valueOptions("hideOn");

/** What else an item says, below its label. */
export const ItemFields = ({
  row,
  onSelect,
}: {
  readonly row: MenuRow;
  readonly onSelect: (id: string | null) => void;
}) => {
  const { item } = row;
  const id = useId();
  const { about } = useAboutSite();
  return (
    <Box
      sx={{
        pl: "22px",
        pr: 1,
        pb: 1.25,
        display: "grid",
        gridTemplateColumns: "92px minmax(0,1fr)",
        gap: 0.75,
        alignItems: "center",
        "& > label": { color: "text.secondary" },
      }}
    >
      <label htmlFor={`${id}-target`}>Leads to</label>
      <LeadsTo id={`${id}-target`} item={item} />
      <label htmlFor={`${id}-sign`}>Icon</label>
      <SignField id={`${id}-sign`} item={item} />
      <label htmlFor={`${id}-high`}>Stands out</label>
      <Switch
        id={`${id}-high`}
        size="small"
        checked={item.highlight ?? false}
        onChange={(_, highlight) => changeItems((items) => changeItem(items, item.id, { highlight }))}
      />
      <label htmlFor={`${id}-tab`}>New tab</label>
      <Switch
        id={`${id}-tab`}
        size="small"
        checked={item.newTab ?? false}
        disabled={item.target === null}
        onChange={(_, newTab) => changeItems((items) => changeItem(items, item.id, { newTab }))}
      />
      <label htmlFor={`${id}-hide`} id={`${id}-hide-label`}>
        Hidden on
      </label>
      <ManyOf
        id={`${id}-hide`}
        label="Hidden on"
        value={[...(item.hideOn ?? [])]}
        options={WIDTH_OPTIONS}
        onChange={(hideOn) => changeItems((items) => changeItem(items, item.id, { hideOn: hideOn as never }))}
      />
      <label htmlFor={`${id}-seen`} id={`${id}-seen-label`}>
        Seen by
      </label>
      <OneOf
        id={`${id}-seen`}
        label="Seen by"
        value={item.seenBy ?? ""}
        options={audienceOptions(about.levels)}
        onChange={(seenBy) => changeItems((items) => changeItem(items, item.id, { seenBy: seenBy as "" }))}
      />
      {row.depth === 0 && item.items.length > 0 ? <PromotionFields item={item} /> : null}
      <span />
      <ItemActs item={item} onSelect={onSelect} />
    </Box>
  );
};

type Change = (items: readonly MenuItem[]) => readonly MenuItem[];

/** Changes the menu and goes on in the label of the item: what was pressed is not there any more. */
const act = (item: MenuItem, change: Change) => () => changeAndGoTo(item.id, () => changeItems(change));

/** Moves an item; the keyboard stays on what was pressed, which moves along. */
const moving = (change: Change) => () => {
  const pressed = document.activeElement;
  flushSync(() => changeItems(change));
  if (pressed instanceof HTMLElement) pressed.focus();
};

const LeadsTo = ({ id, item }: { readonly id: string; readonly item: MenuItem }) =>
  item.target === null ? (
    <Act type="button" onClick={act(item, (items) => changeItem(items, item.id, { target: { url: "/" } }))}>
      Give it a link
    </Act>
  ) : (
    <Box sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <TargetInput
          key={item.id}
          id={id}
          value={item.target}
          onChange={(target) => changeItems((items) => changeItem(items, item.id, { target }))}
        />
      </Box>
      <Act
        type="button"
        onClick={act(item, (items) => changeItem(items, item.id, { target: null, plain: true }))}
      >
        No link
      </Act>
    </Box>
  );

const MOVES: readonly (readonly [string, (items: readonly MenuItem[], id: string) => readonly MenuItem[]])[] =
  [
    ["up", (items, id) => moveItem(items, id, -1)],
    ["down", (items, id) => moveItem(items, id, 1)],
    ["one level in", indentItem],
    ["one level out", outdentItem],
  ];

const ItemActs = ({
  item,
  onSelect,
}: {
  readonly item: MenuItem;
  readonly onSelect: (id: string | null) => void;
}) => (
  <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.75, fontSize: 12.5 }}>
    {MOVES.map(([words, move]) => (
      <Act key={words} type="button" onClick={moving((items) => move(items, item.id))}>
        {words}
      </Act>
    ))}
    <Act
      type="button"
      onClick={() => {
        onSelect(null);
        changeItems((items) => removeItem(items, item.id));
      }}
    >
      remove
    </Act>
  </Box>
);
