"use client";
import { Autocomplete, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";

interface Found {
  readonly identity: string;
  readonly title: string;
}

/** The entries whose titles fit what is typed. */
export const useFoundEntries = (typed: string): readonly Found[] => {
  const query = useDeferredValue(typed);
  const { data } = useCall("goTo", { query }, { enabled: query.trim() !== "" });
  return (data?.found ?? []).flatMap((each): Found[] =>
    each.type === "page" && each.id.startsWith("entry:") ? [{ identity: each.id, title: each.title }] : [],
  );
};
export const nothingFound = (typed: string): string =>
  typed.trim() === "" ? "Type its title" : "No entry is called that";
export const GONE = "an entry that is gone";

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
  const found = useFoundEntries(typed);
  const named = (identity: string): Found =>
    picked?.identity === identity ? picked : { identity, title: about.targets[identity] ?? GONE };
  return (
    <Autocomplete
      id={id}
      options={[...found]}
      value={value ? named(value.identity) : null}
      filterOptions={(all) => all}
      getOptionLabel={({ title }) => title}
      getOptionKey={({ identity }) => identity}
      isOptionEqualToValue={(a, b) => a.identity === b.identity}
      noOptionsText={nothingFound(typed)}
      onInputChange={(_, text, reason) => setTyped(reason === "input" ? text : "")}
      onChange={(_, entry) => {
        setPicked(entry);
        onChange(entry && { identity: entry.identity });
      }}
      renderInput={(params) => <TextField {...params} placeholder="none" />}
    />
  );
};
