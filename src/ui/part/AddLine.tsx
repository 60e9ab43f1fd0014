"use client";
import { Autocomplete, Box, TextField } from "@mui/material";
import { memo, useState } from "react";
import { BLOCK_KINDS, type BlockKind } from "../../core/blocks";
import type { Slot } from "../../core/model/slot";
import { BLOCK_NAMES } from "../../messages/block-fields";
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

/** "add: type “se…” → search box": a new block after the selected one, or at the end. */
export const AddLine = memo(({ slot }: { readonly slot: Slot }) => {
  const [key, setKey] = useState(0);
  const [typed, setTyped] = useState("");
  const usual = USUAL[slot] ?? USUAL.footer;
  const inHero = useEditor(({ body, selected }) => body !== null && canAddSlide(body, selected));
  const others = BLOCK_KINDS.filter((kind) => !usual.includes(kind) && kind !== "slide");
  const kinds = [...(inHero ? (["slide"] as const) : []), ...usual, ...others];
  return (
    <Box sx={{ px: 2, pt: 1.25 }}>
      <Autocomplete
        key={key}
        options={kinds}
        autoHighlight
        clearOnBlur
        getOptionLabel={(kind) => BLOCK_NAMES[kind]}
        filterOptions={(all, { inputValue }) => [...blocksCalled(all, inputValue)]}
        noOptionsText={`No block is called “${typed.trim()}”. Empty the field to see all of them.`}
        onInputChange={(_, text) => setTyped(text)}
        onChange={(_, kind) => {
          if (!kind) return;
          addBlock(kind);
          setKey(key + 1);
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            variant="standard"
            placeholder="add: type “se…” → search box"
            slotProps={{
              ...params.slotProps,
              htmlInput: { ...params.slotProps.htmlInput, "aria-label": "Add a block" },
            }}
          />
        )}
      />
    </Box>
  );
});
