"use client";
import { Autocomplete, TextField } from "@mui/material";
import { useMemo, useState } from "react";
import { useCall } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { matching, type PlaceOption, placeOptions } from "./place-options";

interface Props {
  readonly label: string;
  readonly placeholder: string;
  /** Every page can be a line, but not an exception nor a part of a line. */
  readonly withEveryPage: boolean;
  readonly onPick: (option: PlaceOption) => void;
}

/** Finds kinds, topics, pages, archives … by typing, and hands over what was picked. */
export const PlacePicker = ({ label, placeholder, withEveryPage, onPick }: Props) => {
  const { frame } = useFrame();
  const { data } = useCall("coverage", {});
  const [typed, setTyped] = useState("");
  const [round, setRound] = useState(0);
  const options = useMemo(() => {
    const rows = data?.groups.flatMap((group) => group.rows) ?? [];
    // a row followed by a deeper one has pages below it
    const parents = new Set(
      rows
        .filter(
          (row, index) => (rows[index + 1]?.depth ?? 0) > row.depth && row.identity.startsWith("entry:"),
        )
        .map((row) => row.identity.slice(6)),
    );
    return placeOptions(frame.vocabulary, parents).filter((each) => withEveryPage || each.clause !== null);
  }, [data, frame.vocabulary, withEveryPage]);
  return (
    <Autocomplete
      key={round}
      options={matching(options, typed)}
      filterOptions={(all) => [...all]}
      groupBy={(each) => each.group}
      getOptionLabel={(each) => each.words}
      getOptionKey={(each) => each.key}
      autoHighlight
      openOnFocus
      onInputChange={(_, text) => setTyped(text)}
      onChange={(_, picked) => {
        if (!picked) return;
        onPick(picked);
        setTyped("");
        setRound(round + 1);
      }}
      noOptionsText="This site has nothing of that name"
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
