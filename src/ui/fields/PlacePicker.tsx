"use client";
import { Autocomplete, Box, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import type { CallResult } from "../client/call";
import { useCall } from "../client/hooks";
import { Quiet } from "../theme/pieces";

export type Place = CallResult<"places">["places"][number];

const GROUP_NAMES: Readonly<Record<Place["group"], string>> = {
  usual: "Usual",
  audience: "Who is looking",
  kinds: "Kinds",
  terms: "Topics and tags",
  media: "Media",
  access: "Who may open",
  archives: "Archives",
  under: "Below a page",
  paths: "Paths",
  authors: "Authors",
  pages: "Single pages",
};

interface Props {
  readonly label: string;
  readonly placeholder: string;
  /** Every page and who looks can be a line, but not an exception nor a part of a line. */
  readonly whole: boolean;
  /** What takes two lines can be picked: "Prints and their archive". */
  readonly pairs?: boolean;
  readonly onPick: (place: Place) => void;
}

/** Finds kinds, topics, pages, archives, audiences … by typing, each with the pages it holds on. */
export const PlacePicker = ({ label, placeholder, whole, pairs = false, onPick }: Props) => {
  const [typed, setTyped] = useState("");
  const [open, setOpen] = useState(false);
  const [round, setRound] = useState(0);
  const query = useDeferredValue(typed);
  const { data, isFetching } = useCall("places", { query, whole, pairs }, { enabled: open });
  return (
    <Autocomplete
      key={round}
      options={data?.places ?? []}
      filterOptions={(all) => all}
      groupBy={(each) => GROUP_NAMES[each.group]}
      getOptionLabel={(each) => each.words}
      getOptionKey={(each) => each.key}
      isOptionEqualToValue={(a, b) => a.key === b.key}
      autoHighlight
      openOnFocus
      open={open}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      loading={isFetching}
      loadingText="Looking …"
      onInputChange={(_, text) => setTyped(text)}
      onChange={(_, picked) => {
        if (!picked) return;
        onPick(picked);
        setTyped("");
        setRound(round + 1);
      }}
      noOptionsText="This site has nothing of that name"
      renderOption={({ key, ...option }, place) => (
        <Box component="li" key={key} {...option} sx={{ display: "flex", gap: 1 }}>
          <span>{place.words}</span>
          <Quiet style={{ marginLeft: "auto" }}>{place.pages}</Quiet>
        </Box>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          variant="standard"
          placeholder={placeholder}
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, "aria-label": label },
          }}
        />
      )}
    />
  );
};
