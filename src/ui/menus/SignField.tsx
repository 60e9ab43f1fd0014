"use client";
import { Autocomplete, Box, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { changeItem } from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";
import { useCall } from "../client/hooks";
import { changeItems } from "./menu-editor";

type Sign = NonNullable<MenuItem["sign"]>;

const Drawn = ({ outline }: { readonly outline: string }) => (
  <svg viewBox="0 0 24 24" width={18} height={18} fill="currentColor" aria-hidden>
    <path d={outline} />
  </svg>
);

/** The sign before a label: found by its name, taken out by emptying the field. */
export const SignField = ({ id, item }: { readonly id: string; readonly item: MenuItem }) => {
  const [text, setText] = useState("");
  const query = useDeferredValue(text.trim());
  const { data } = useCall("itemSigns", { query }, { enabled: query !== "" });
  const found: readonly Sign[] = query === "" ? [] : (data?.signs ?? []);
  const put = (sign: Sign | null) =>
    changeItems((items) => changeItem(items, item.id, sign ? { sign } : { sign: undefined }));
  return (
    <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
      {item.sign ? <Drawn outline={item.sign.outline} /> : null}
      <Autocomplete
        id={id}
        sx={{ flex: 1 }}
        size="small"
        options={
          item.sign && !found.some(({ name }) => name === item.sign?.name) ? [item.sign, ...found] : found
        }
        value={item.sign ?? null}
        getOptionLabel={({ name }) => name}
        isOptionEqualToValue={(a, b) => a.name === b.name}
        filterOptions={(all) =>
          all.filter(({ name }) => query === "" || name !== item.sign?.name || name.includes(query))
        }
        noOptionsText={query === "" ? "Type what it shows: home, map, ticket …" : "No icon of that name"}
        onInputChange={(_, next, reason) => {
          if (reason === "input") setText(next);
        }}
        onChange={(_, sign) => put(sign)}
        renderOption={({ key, ...props }, { name, outline }) => (
          <Box component="li" key={key} {...props} sx={{ display: "flex", gap: 1 }}>
            <Drawn outline={outline} /> {name}
          </Box>
        )}
        renderInput={(params) => <TextField {...params} placeholder="none" />}
      />
    </Box>
  );
};
