"use client";
import { Autocomplete, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";

interface Found {
  readonly identity: string;
  readonly title: string;
}

/** An entry by its title, or none. */
export const EntryInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: { readonly identity: string } | null;
  readonly onChange: (value: { readonly identity: string } | null) => void;
}) => {
  const { about } = useAboutSite();
  const [typed, setTyped] = useState("");
  const [picked, setPicked] = useState<Found | null>(null);
  const query = useDeferredValue(typed);
  const { data } = useCall("goTo", { query }, { enabled: query.trim() !== "" });
  const found = (data?.found ?? []).flatMap((each): Found[] =>
    each.type === "page" && each.id.startsWith("entry:") ? [{ identity: each.id, title: each.title }] : [],
  );
  const named = (identity: string): Found =>
    picked?.identity === identity
      ? picked
      : { identity, title: about.targets[identity] ?? "an entry that is gone" };
  return (
    <Autocomplete
      id={id}
      options={found}
      value={value ? named(value.identity) : null}
      filterOptions={(all) => all}
      getOptionLabel={({ title }) => title}
      getOptionKey={({ identity }) => identity}
      isOptionEqualToValue={(a, b) => a.identity === b.identity}
      noOptionsText={typed.trim() === "" ? "Type its title" : "No entry is called that"}
      onInputChange={(_, text, reason) => setTyped(reason === "input" ? text : "")}
      onChange={(_, entry) => {
        setPicked(entry);
        onChange(entry && { identity: entry.identity });
      }}
      renderInput={(params) => <TextField {...params} placeholder="none" />}
    />
  );
};
