"use client";
import { Box, Button, Checkbox, FormControlLabel, TextField } from "@mui/material";
import { type ReactNode, useDeferredValue, useState } from "react";
import { count, sentenceCase } from "../../messages/words";
import { useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath, partPath } from "../client/paths";
import { useUndoNotice } from "../client/useUndoNotice";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { withOrWithout } from "../shell/sets";
import { Quiet, Rows, SheetHead, Trouble } from "../theme/pieces";

type Place = CallResult<"findText">["places"][number];
const keyOf = ({ document, node, path }: Place): string => JSON.stringify([document, node, path]);

/** A text in all parts and menus: where it stands, what it would be, and the places it is replaced in. */
export const FindScreen = () => {
  const [wanted, setWanted] = useState<Wish>({ find: "", by: "", isExact: false });
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const asked = useDeferredValue(wanted);
  const { find, by, isExact } = wanted;
  const { data, error } = useCall("findText", asked, { enabled: asked.find !== "" });
  const replace = useAct("replaceText");
  const notice = useUndoNotice();
  const places = asked.find === "" ? [] : (data?.places ?? []);
  const chosen = places.filter((place) => !without.has(keyOf(place)) && place.after !== place.text);
  const mayDesign = useMay("design");
  const run = async () => {
    const done = await replace.mutateAsync({
      find,
      by,
      isExact,
      places: chosen.map(({ document, node, path }) => ({ document, node, path: [...path] })),
    });
    notice(`Replaced in ${count(done.places, "place")}.`);
  };
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <SheetHead title="Find and replace" about="in all parts and menus of the draft">
        <Button
          variant="contained"
          onClick={run}
          disabled={!mayDesign || chosen.length === 0 || replace.isPending}
        >
          Replace in {count(chosen.length, "place")}
        </Button>
      </SheetHead>
      <Wanted
        wanted={{ find, by, isExact }}
        onChange={(next) => {
          if (next.find !== find) setWithout(new Set());
          setWanted(next);
        }}
      >
        {asked.find === "" ? null : (
          <Quiet role="status">{data ? `${count(data.total, "place")} found` : "Looking …"}</Quiet>
        )}
      </Wanted>
      {error ? <Trouble>{error.message}</Trouble> : null}
      {replace.error ? <Trouble>{replace.error.message}</Trouble> : null}
      {asked.find === "" ? (
        <Quiet style={{ display: "block", marginTop: 24 }}>
          Type what to look for. Words of entries are content: they are changed where entries are written.
        </Quiet>
      ) : null}
      <Rows aria-label="Places" style={{ marginTop: 12 }}>
        {places.map((place) => (
          <PlaceLine
            key={keyOf(place)}
            place={place}
            isChosen={!without.has(keyOf(place))}
            hasReplacement={by !== "" || asked.by !== ""}
            onToggle={() => setWithout((now) => withOrWithout(now, keyOf(place)))}
          />
        ))}
      </Rows>
      {data && data.total > places.length && places.length > 0 ? (
        <Quiet>and {data.total - places.length} more; replace these first</Quiet>
      ) : null}
    </Box>
  );
};

interface Wish {
  readonly find: string;
  readonly by: string;
  readonly isExact: boolean;
}

/** What is looked for, and what it becomes. */
const Wanted = ({
  wanted,
  onChange,
  children,
}: {
  readonly wanted: Wish;
  readonly onChange: (wanted: Wish) => void;
  readonly children: ReactNode;
}) => (
  <Box sx={{ mt: 2, display: "flex", flexWrap: "wrap", gap: 2, alignItems: "center" }}>
    <TextField
      label="Find"
      value={wanted.find}
      autoFocus
      onChange={(event) => onChange({ ...wanted, find: event.target.value })}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 500 } }}
    />
    <TextField
      label="Replace by"
      value={wanted.by}
      onChange={(event) => onChange({ ...wanted, by: event.target.value })}
      slotProps={{ inputLabel: { shrink: true } }}
    />
    <FormControlLabel
      control={
        <Checkbox
          size="small"
          checked={wanted.isExact}
          onChange={(_, isExact) => onChange({ ...wanted, isExact })}
        />
      }
      label="capitals count"
    />
    {children}
  </Box>
);

const PlaceLine = ({
  place,
  isChosen,
  hasReplacement,
  onToggle,
}: {
  readonly place: Place;
  readonly isChosen: boolean;
  readonly hasReplacement: boolean;
  readonly onToggle: () => void;
}) => {
  const site = useSite();
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "32px minmax(0,1fr)", md: "32px 240px minmax(0,1fr) minmax(0,1fr)" },
        gap: 1.5,
        alignItems: "start",
        py: 0.75,
        borderBottom: 1,
        borderColor: "divider",
      }}
    >
      <Checkbox
        size="small"
        checked={isChosen}
        onChange={onToggle}
        sx={{ p: 0 }}
        slotProps={{ input: { "aria-label": `Replace in: ${place.text}` } }}
      />
      <span>
        {place.node === null ? (
          <SheetLink href={leafPath("menus", site, place.document)}>Menu “{place.menu}”</SheetLink>
        ) : (
          <>
            <PartBadge part={place.document} />{" "}
            <SheetLink href={`${partPath(place.document, site)}?node=${place.node}`}>
              {sentenceCase(place.block)}
            </SheetLink>
          </>
        )}
      </span>
      <Marked text={place.text} matches={place.matches} />
      {hasReplacement && isChosen ? <span>{place.after}</span> : <Quiet>stays</Quiet>}
    </Box>
  );
};

/** A text with what was found in it marked. */
const Marked = ({ text, matches }: { readonly text: string; readonly matches: Place["matches"] }) => {
  const starts = [0, ...matches.map(([, end]) => end)];
  return (
    <span>
      {matches.map(([start, end], at) => (
        <span key={start}>
          {text.slice(starts[at], start)}
          <Box
            component="mark"
            sx={(theme) => ({
              background: theme.vars?.palette.ours.brassWash,
              color: "inherit",
              borderRadius: "2px",
            })}
          >
            {text.slice(start, end)}
          </Box>
        </span>
      ))}
      {text.slice(starts.at(-1))}
    </span>
  );
};
