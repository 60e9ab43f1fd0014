"use client";
import { Box, styled, TextField, Typography } from "@mui/material";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import type { Slot } from "../../core/model/slot";
import { slotName } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallInput, CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { useUndoNotice } from "../client/useUndoNotice";
import { PartBadge } from "../shell/PartBadge";
import { Act, Quiet, Trouble, Waiting } from "../theme/pieces";
import { ImpactView } from "./ImpactView";
import { isOnePage } from "./selection";
import type { TableView } from "./useRows";

type Wanted = NonNullable<CallInput<"offer">["wanted"]>;
type Way = CallResult<"offer">["ways"][number];

/** More parts than this are found by typing. */
const MOST_LISTED = 12;

interface Props {
  readonly title?: string;
  readonly slot: Slot;
  /** Picks, as the table selects them. */
  readonly pages: readonly string[];
  readonly view: TableView;
  /** The part that shows there now, if it is one and the same. */
  readonly current: string | null;
  readonly hasOwnChoice: boolean;
}

interface Option {
  readonly key: string;
  readonly wanted: Wanted;
  readonly words: ReactNode;
}

/** Everything that could fill the slot of the pages, parts that are asked for by typing included. */
const optionsOf = (
  { slot, current, hasOwnChoice, pages }: Props,
  parts: readonly string[],
): readonly Option[] => {
  const these = isOnePage(pages) ? "just for this page" : "just for these pages";
  const everywhere: Option = {
    key: "everywhere",
    wanted: { use: "everywhere" },
    words: "As everywhere: what the rules give",
  };
  const copyOf = (part: string): Option => ({
    key: "copy",
    wanted: { use: "copy", part },
    words: (
      <>
        A copy of <PartBadge part={part} /> {these}
      </>
    ),
  });
  return [
    ...(hasOwnChoice ? [everywhere] : []),
    ...parts.map(
      (part): Option => ({
        key: part,
        wanted: { use: "part", part },
        words: <PartBadge part={part} withName />,
      }),
    ),
    ...(current ? [copyOf(current)] : []),
    { key: "new", wanted: { use: "new" }, words: `A new ${slotName(slot)}` },
    ...(slot === "layout" ? [] : [{ key: "nothing", wanted: { use: "nothing" }, words: "Nothing" } as const]),
  ];
};

/** Another part for the selected pages: every way is computed first, what would not work is not offered. */
export const UseAnother = (props: Props) => {
  const { title, slot, current } = props;
  const { about } = useAboutSite();
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const [typed, setTyped] = useState("");
  const usable = Object.entries(about.parts)
    .filter(
      ([id, part]) =>
        part.slot === slot &&
        id !== current &&
        (part.state === "new" || part.state === "published" || part.state === "changed"),
    )
    .sort(([, a], [, b]) => a.number - b.number);
  const words = typed.toLowerCase().split(/\s+/);
  const others = usable
    .filter(([, part]) => words.every((word) => `${part.number} ${part.name.toLowerCase()}`.includes(word)))
    .slice(0, MOST_LISTED);
  return (
    <Box component="section" aria-labelledby="use-another" sx={{ mt: 3 }}>
      <Typography id="use-another" variant="h2">
        {title ?? "Use another here"}
      </Typography>
      {usable.length > MOST_LISTED ? (
        <TextField
          value={typed}
          fullWidth
          placeholder={`Find one of ${usable.length} by name or number`}
          onChange={(event) => setTyped(event.target.value)}
          slotProps={{ htmlInput: { "aria-label": `Find a ${slotName(slot)}` } }}
          sx={{ mt: 1 }}
        />
      ) : null}
      <OptionList
        {...props}
        options={optionsOf(
          props,
          others.map(([id]) => id),
        )}
        wanted={wanted}
        onWant={setWanted}
      />
    </Box>
  );
};

const OptionList = ({
  options,
  wanted,
  onWant,
  slot,
  pages,
  view,
}: Props & {
  readonly options: readonly Option[];
  readonly wanted: Wanted | null;
  readonly onWant: (wanted: Wanted | null) => void;
}) => (
  <Box
    component="ul"
    sx={(theme) => ({
      listStyle: "none",
      m: 0,
      mt: 1,
      p: 0,
      border: 1,
      borderColor: theme.vars?.palette.ours.field,
      borderRadius: 1,
      overflow: "hidden",
    })}
  >
    {options.map((option) => {
      const open = wanted !== null && JSON.stringify(wanted) === JSON.stringify(option.wanted);
      return (
        <Box
          component="li"
          key={option.key}
          sx={(theme) => ({ background: open ? theme.vars?.palette.ours.brassWash : undefined })}
        >
          <OptionButton
            type="button"
            aria-expanded={open}
            onClick={() => onWant(open ? null : option.wanted)}
          >
            {option.words}
          </OptionButton>
          {open ? (
            <Ways
              slot={slot}
              pages={pages}
              view={view}
              wanted={option.wanted}
              isOne={isOnePage(pages)}
              onDone={() => onWant(null)}
            />
          ) : null}
        </Box>
      );
    })}
  </Box>
);

const OptionButton = styled("button")({
  font: "inherit",
  color: "inherit",
  textAlign: "left",
  width: "100%",
  minHeight: 34,
  padding: "4px 12px",
  background: "none",
  border: 0,
  cursor: "pointer",
});

interface WaysProps {
  readonly slot: Slot;
  readonly pages: readonly string[];
  readonly view: TableView;
  readonly wanted: Wanted;
  readonly isOne: boolean;
  readonly onDone: () => void;
}

const Ways = ({ slot, pages, view, wanted, isOne, onDone }: WaysProps) => {
  const { asked } = useAboutSite();
  // one key a mount: created parts have ids of their own in the answer that is carried out
  const { data, error, isPlaceholderData } = useCall("offer", {
    slot,
    pages: [...pages],
    wanted,
    by: view.by,
    filter: view.filter,
    audience: asked.audience,
    ...(asked.at ? { at: asked.at } : {}),
  });
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data || isPlaceholderData)
    return (
      <Box sx={{ px: 1.5 }}>
        <Waiting what="Computing what it would change …" />
      </Box>
    );
  if (data.ways.length === 0)
    return (
      <Box sx={{ px: 1.5, pb: 1.5 }}>
        <Quiet>There is no line that would make it win on all of these pages. Select fewer.</Quiet>
      </Box>
    );
  return (
    <Box sx={{ px: 1.5, pb: 1.5, display: "grid", gap: 2 }}>
      {data.ways.map((way) => (
        <WayView key={way.way} way={way} wanted={wanted} isOne={isOne} onDone={onDone} />
      ))}
    </Box>
  );
};

interface WayViewProps {
  readonly way: Way;
  readonly wanted: Wanted;
  readonly isOne: boolean;
  readonly onDone: () => void;
}

const WayView = ({ way, wanted, isOne, onDone }: WayViewProps) => {
  const change = useAct("change");
  const notice = useUndoNotice();
  const router = useRouter();
  const site = useSite();
  const words =
    wanted.use === "everywhere"
      ? "Give it back to the rules"
      : way.way === "thisPageOnly"
        ? isOne
          ? "This page only"
          : "These pages only, each by its own choice"
        : `${way.lines.length === 1 ? "A line" : "Two lines"}: Shows on ${way.lines.join(", and on ")}`;
  const run = async () => {
    const saved = await change.mutateAsync({ operations: [...way.operations] });
    onDone();
    notice(`Done in the draft: ${saved.label}.`);
    if (way.creates && wanted.use !== "nothing" && way.part !== null) router.push(partPath(way.part, site));
  };
  return (
    <Box sx={{ display: "grid", gap: 0.75 }}>
      <strong>{words}</strong>
      <ImpactView impact={way.impact} />
      <Box>
        <Act onClick={run} disabled={change.isPending}>
          {way.creates && wanted.use !== "nothing" ? "Make it and open it" : "Do it in the draft"}
        </Act>
      </Box>
    </Box>
  );
};
