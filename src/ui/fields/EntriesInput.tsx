"use client";
import { Autocomplete, Box, TextField } from "@mui/material";
import { useContext, useState } from "react";
import { useAboutSite } from "../client/about-site";
import { MayChange } from "./ChoiceInput";
import { GONE, nothingFound, useFoundEntries } from "./EntryInput";
import { OrderInput } from "./OrderInput";

interface Props {
  readonly id: string;
  readonly label: string;
  /** Identities, in their order. */
  readonly value: readonly string[];
  readonly onChange: (value: string[]) => void;
}

/** Entries chosen by their titles, in an order of their own. */
export const EntriesInput = ({ id, label, value, onChange }: Props) => {
  const { about } = useAboutSite();
  const mayChange = useContext(MayChange);
  const [typed, setTyped] = useState("");
  // titles of those just chosen, until the site tells them
  const [titles, setTitles] = useState<Readonly<Record<string, string>>>({});
  const found = useFoundEntries(typed).filter(({ identity }) => !value.includes(identity));
  const titleOf = (identity: string) => titles[identity] ?? about.targets[identity] ?? GONE;
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      {value.length > 0 ? (
        <OrderInput
          label={label}
          value={value}
          options={value.map((identity) => [identity, titleOf(identity)] as const)}
          onChange={onChange}
          onRemove={(gone) => onChange(value.filter((each) => each !== gone))}
        />
      ) : null}
      {mayChange ? (
        <Autocomplete
          id={id}
          options={found}
          value={null}
          inputValue={typed}
          blurOnSelect={false}
          filterOptions={(all) => all}
          getOptionLabel={({ title }) => title}
          getOptionKey={({ identity }) => identity}
          noOptionsText={nothingFound(typed)}
          onInputChange={(_, text, reason) => setTyped(reason === "input" ? text : "")}
          onChange={(_, entry) => {
            if (!entry) return;
            // what is typed in full stays otherwise: it is what would be set
            setTyped("");
            setTitles((known) => ({ ...known, [entry.identity]: entry.title }));
            onChange([...value, entry.identity]);
          }}
          renderInput={(params) => <TextField {...params} placeholder="Add an entry" />}
        />
      ) : null}
    </Box>
  );
};
