"use client";
import { Autocomplete, Box, MenuItem, Select, TextField } from "@mui/material";
import { useEffect, useRef, useState } from "react";
import type { CoverageFilter } from "../../core/placement/coverage";
import { useAboutSite } from "../client/about-site";
import { CsvLink } from "../shell/CsvLink";
import { Act } from "../theme/pieces";
import { writeFilter } from "./useFilter";
import type { TableView } from "./useRows";

const SHOWN: readonly (readonly [string, string])[] = [
  ["", "all pages"],
  ["missing", "something is missing"],
  ["tied", "tied"],
  ["unused", "a value no part reads"],
  ["own", "they choose for themselves"],
];

const shownOf = ({ own, state }: CoverageFilter): string => (own ? "own" : (state ?? ""));

/** Wait this long after a key before all pages are looked through again. */
const REST_MS = 180;

interface FilterProps {
  readonly filter: CoverageFilter;
  readonly onChange: (filter: CoverageFilter) => void;
}

/** Which pages the table shows, how they are grouped, and the table as a file. */
export const FilterBar = ({
  view,
  onChange,
  groupings,
}: {
  readonly view: TableView;
  readonly onChange: (view: TableView) => void;
  readonly groupings: readonly { readonly id: string; readonly name: string }[];
}) => {
  const { filter } = view;
  const change = (next: CoverageFilter) => onChange({ ...view, filter: next });
  return (
    <Box
      role="search"
      aria-label="Which pages"
      sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.25, pt: 1.25 }}
    >
      <TextFilter filter={filter} onChange={change} />
      <StateFilter filter={filter} onChange={change} />
      <PartFilter filter={filter} onChange={change} />
      {groupings.length > 0 ? (
        <Select
          value={view.by}
          onChange={(event) => onChange({ ...view, by: event.target.value })}
          SelectDisplayProps={{ "aria-label": "Group entries" }}
        >
          <MenuItem value="kind">by kind</MenuItem>
          {groupings.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              by {name.toLowerCase()}
            </MenuItem>
          ))}
        </Select>
      ) : null}
      {Object.keys(filter).length > 0 ? <Act onClick={() => change({})}>Show all</Act> : null}
      <AsCsv view={view} />
    </Box>
  );
};

/** A filter by what is typed: asked for a moment after the last key. */
const TextFilter = ({ filter, onChange }: FilterProps) => {
  const [text, setText] = useState(filter.text ?? "");
  // what was asked for last; another filter from elsewhere (a saved one) is shown as it is
  const sent = useRef(filter.text ?? "");
  useEffect(() => {
    const given = filter.text ?? "";
    if (given === sent.current) return;
    sent.current = given;
    setText(given);
  }, [filter.text]);
  const typed = text.trim();
  const send = () => {
    if (typed === sent.current) return;
    sent.current = typed;
    const { text: _, ...others } = filter;
    onChange(typed === "" ? others : { ...others, text: typed });
  };
  useEffect(() => {
    if (typed === sent.current) return;
    const rest = setTimeout(send, REST_MS);
    return () => clearTimeout(rest);
  });
  return (
    <TextField
      value={text}
      placeholder="Title, path or pasted address"
      onChange={(event) => setText(event.target.value)}
      // sent before anything else is clicked: sent later it would call a page back that was just left
      onBlur={send}
      slotProps={{ htmlInput: { "aria-label": "Find pages" } }}
      sx={{ width: 220 }}
    />
  );
};

const StateFilter = ({ filter, onChange }: FilterProps) => (
  <Select
    value={shownOf(filter)}
    displayEmpty
    onChange={({ target: { value } }) => {
      const { own: _, state: __, ...others } = filter;
      const wanted = value === "own" ? { own: true } : value === "" ? {} : { state: value as "missing" };
      onChange({ ...others, ...wanted });
    }}
    SelectDisplayProps={{ "aria-label": "Pages where" }}
    sx={{ minWidth: 128 }}
  >
    {SHOWN.map(([key, words]) => (
      <MenuItem key={key} value={key}>
        {words}
      </MenuItem>
    ))}
  </Select>
);

const PartFilter = ({ filter, onChange }: FilterProps) => {
  const { about, badge } = useAboutSite();
  const parts = Object.entries(about.parts).filter(([, part]) => part.state !== "inBin");
  return (
    <Autocomplete
      size="small"
      options={parts.map(([id]) => id)}
      value={filter.part !== undefined && about.parts[filter.part] ? filter.part : null}
      getOptionLabel={(id) => `${badge(id)} ${about.parts[id]?.name ?? ""}`}
      onChange={(_, part) => {
        const { part: __, ...others } = filter;
        onChange(part === null ? others : { ...others, part });
      }}
      sx={{ width: 210 }}
      renderInput={(params) => (
        <TextField
          {...params}
          placeholder="with any part"
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, "aria-label": "With the part" },
          }}
        />
      )}
    />
  );
};

const AsCsv = ({ view }: { readonly view: TableView }) => (
  <CsvLink name="coverage" query={writeFilter(view)} />
);
