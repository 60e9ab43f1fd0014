"use client";
import { Autocomplete, Box, TextField } from "@mui/material";
import { memo, useState } from "react";
import { BLOCK_KINDS, type BlockKind } from "../../core/blocks";
import { walk } from "../../core/design/tree";
import type { Slot } from "../../core/model/slot";
import { BLOCK_NAMES } from "../../messages/block-fields";
import { useAboutSite } from "../client/about-site";
import { blocksCalled } from "./blocks-called";
import { useEditor } from "./editor";
import { addBlock, canAddSlide } from "./node-actions";

/** Blocks that make sense in a slot; all others can be typed too, but these come first. */
const USUAL: Readonly<Record<Slot, readonly BlockKind[]>> = {
  header: ["logo", "menu", "button", "search", "account", "social", "siteName", "tagline"],
  titleBar: [
    "title",
    "secondLine",
    "opposite",
    "hero",
    "breadcrumbs",
    "search",
    "heading",
    "richText",
    "button",
  ],
  layout: ["title", "body", "facts", "mainPicture", "entryList", "pager", "heading"],
  side: ["search", "entryList", "heading", "menu", "richText"],
  footer: ["menu", "copyright", "social", "richText", "heading", "logo", "tagline"],
};

/** The menu a new block shows: the first that the part does not show yet, else the first there is. */
const menuFor = (menus: readonly { readonly id: string }[]): string => {
  const { body } = useEditor.getState();
  const shown = new Set(
    body
      ? [...walk(body)].map(({ node }) => ("kind" in node && node.kind === "menu" ? node.settings.menu : ""))
      : [],
  );
  return (menus.find(({ id }) => !shown.has(id)) ?? menus[0])?.id ?? "";
};

/** The field that blocks are added by. */
export const addField = () => document.querySelector<HTMLInputElement>("[data-add-block]");

/** "add: type “se…” → search box": a new block after the selected one, or at the end. */
export const AddLine = memo(({ slot }: { readonly slot: Slot }) => {
  const [typed, setTyped] = useState("");
  const { about } = useAboutSite();
  const usual = USUAL[slot] ?? USUAL.footer;
  const inHero = useEditor(({ body, selected }) => body !== null && canAddSlide(body, selected));
  const others = BLOCK_KINDS.filter((kind) => !usual.includes(kind) && kind !== "slide");
  const kinds = [...(inHero ? (["slide"] as const) : []), ...usual, ...others];
  return (
    <Box sx={{ px: 2, pt: 1.25 }}>
      <Autocomplete
        // one after another can be added: the field is empty again, and the keyboard stays in it
        value={null}
        inputValue={typed}
        options={kinds}
        autoHighlight
        clearOnBlur
        getOptionLabel={(kind) => BLOCK_NAMES[kind]}
        filterOptions={(all, { inputValue }) => [...blocksCalled(all, inputValue)]}
        noOptionsText={`No block is called “${typed.trim()}”. Empty the field to see all of them.`}
        onInputChange={(_, text, reason) => setTyped(reason === "input" ? text : "")}
        onChange={(_, kind) => {
          if (!kind) return;
          addBlock(kind, kind === "menu" ? { menu: menuFor(about.menus) } : {});
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            variant="standard"
            placeholder="add: type “se…” → search box"
            slotProps={{
              ...params.slotProps,
              htmlInput: { ...params.slotProps.htmlInput, "aria-label": "Add a block", "data-add-block": "" },
            }}
          />
        )}
      />
    </Box>
  );
});
