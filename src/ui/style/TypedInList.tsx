"use client";
import { Box, Button } from "@mui/material";
import { useMemo, useState } from "react";
import { applyOperations } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { bindOperation } from "../../core/style/typed-in";
import { fieldName } from "../../messages/fields";
import { distanceWords } from "../../messages/style";
import { count } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { Swatch } from "../fields/ColourField";
import { PreviewFrame } from "../preview/PreviewFrame";
import { usePreview } from "../preview/usePreview";
import { useRoom } from "../preview/useRoom";
import { SheetLink } from "../shell/SheetLink";
import { Act, Empty, Mono, Quiet, Rows } from "../theme/pieces";

type TypedIn = CallResult<"style">["typedIn"][number];

/** Colours typed in where the palette has one as near: bound one by one or all at once, seen before and after. */
export const TypedInList = ({
  found,
  mayDesign,
}: {
  readonly found: readonly TypedIn[];
  readonly mayDesign: boolean;
}) => {
  const change = useAct("change");
  const [shown, setShown] = useState<string | null>(null);
  const bind = (all: readonly TypedIn[]) =>
    change.mutate({
      operations: all.map(bindOperation),
      label:
        all.length === 1
          ? "take a colour from the house style"
          : `take ${all.length} colours from the house style`,
    });
  if (found.length === 0)
    return (
      <Empty title="No colour is typed in">
        Every colour of every part comes from the palette: change it there and it changes everywhere.
      </Empty>
    );
  return (
    <Box>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.5, mb: 1 }}>
        <span>
          {count(found.length, "colour")} typed in. <Quiet>A new palette would leave them as they are.</Quiet>
        </span>
        {mayDesign ? (
          <Button
            variant="contained"
            disabled={change.isPending}
            onClick={() => bind(found)}
            sx={{ ml: "auto" }}
          >
            Bind all {found.length}
          </Button>
        ) : null}
      </Box>
      <Rows aria-label="Typed-in colours">
        {found.map((typed) => {
          const key = `${typed.document} ${typed.node} ${typed.path.join(".")}`;
          return (
            <Box component="li" key={key} sx={{ py: 0.9, borderTop: 1, borderColor: "divider" }}>
              <TypedInLine
                typed={typed}
                isShown={shown === key}
                onShow={() => setShown(shown === key ? null : key)}
                onBind={mayDesign && !change.isPending ? () => bind([typed]) : null}
                mayDesign={mayDesign}
              />
              {shown === key ? <BeforeAfter typed={typed} all={found} /> : null}
            </Box>
          );
        })}
      </Rows>
    </Box>
  );
};

const ONE_LINE = {
  flex: 1,
  minWidth: 0,
  overflow: "hidden",
  textOverflow: "ellipsis",
  whiteSpace: { md: "nowrap" },
} as const;

interface LineProps {
  readonly typed: TypedIn;
  readonly isShown: boolean;
  readonly onShow: () => void;
  /** `null` while something is being bound. */
  readonly onBind: (() => void) | null;
  readonly mayDesign: boolean;
}

/** A colour with where it stands, the nearest of the palette, and what can be done. */
const TypedInLine = (props: LineProps) => {
  const { typed } = props;
  const site = useSite();
  return (
    <Box sx={{ display: "flex", flexWrap: { xs: "wrap", md: "nowrap" }, gap: 1, alignItems: "center" }}>
      <Swatch value={typed.value} />
      <Mono>{typed.value}</Mono>
      <Box component="span" sx={ONE_LINE}>
        {typed.part ? `${typed.part.node}: ` : null}
        {fieldName(String(typed.path.at(-1))).toLowerCase()} <Quiet>in</Quiet>{" "}
        {typed.part ? (
          <SheetLink href={partPath(typed.document, site)}>
            {typed.part.badge} {typed.part.name}
          </SheetLink>
        ) : (
          "the house style"
        )}
      </Box>
      <Nearest {...props} />
    </Box>
  );
};

const Nearest = ({ typed, isShown, onShow, onBind, mayDesign }: LineProps) => (
  <Box sx={{ ml: "auto", display: "flex", gap: 1, alignItems: "center", whiteSpace: { md: "nowrap" } }}>
    <Swatch value={typed.nearest.value} />
    <span>
      {typed.nearest.name} <Quiet>{distanceWords(typed.distance)}</Quiet>
    </span>
    {typed.part ? (
      <Act
        style={{ fontWeight: 400 }}
        aria-expanded={isShown}
        aria-label={`Before and after of ${typed.value} in ${typed.part.badge}`}
        onClick={onShow}
      >
        before and after
      </Act>
    ) : null}
    {mayDesign ? (
      <Button
        variant="outlined"
        disabled={onBind === null}
        aria-label={`Bind ${typed.value} in ${typed.part?.badge ?? "the house style"} to ${typed.nearest.name}`}
        onClick={() => onBind?.()}
      >
        Bind
      </Button>
    ) : null}
  </Box>
);

/** The part as it is, and with its typed-in colours bound, on the first page it shows on. */
const BeforeAfter = ({ typed, all }: { readonly typed: TypedIn; readonly all: readonly TypedIn[] }) => {
  const { data } = useCall("part", { part: typed.document });
  const { data: pages } = useCall("previewPages", { part: typed.document });
  const { desk, room } = useRoom();
  const part = data?.body as Part | undefined;
  const after = useMemo(() => {
    if (!part) return undefined;
    const mine = all.filter(({ document }) => document === typed.document);
    const bound = applyOperations(
      new Map([[typed.document, { id: typed.document, kind: "part" as const, body: part }]]),
      mine.map(bindOperation),
    );
    return bound.ok ? (bound.value.get(typed.document)?.body as Part) : undefined;
  }, [all, part, typed.document]);
  const page = pages?.pages[0]?.identity ?? null;
  return (
    <Box ref={desk} sx={{ mt: 1, display: "flex", gap: 1.25 }}>
      {page && part && after
        ? (
            [
              ["before", part],
              ["after", after],
            ] as const
          ).map(([name, shown]) => (
            <Box key={name}>
              <Quiet style={{ fontSize: 12 }}>{name}</Quiet>
              <OnePreview id={typed.document} part={shown} page={page} name={name} room={(room - 12) / 2} />
            </Box>
          ))
        : null}
    </Box>
  );
};

const OnePreview = ({
  id,
  part,
  page,
  name,
  room,
}: {
  readonly id: string;
  readonly part: Part;
  readonly page: string;
  readonly name: string;
  readonly room: number;
}) => {
  const { about, asked } = useAboutSite();
  const edited = useMemo(() => ({ id, part }), [id, part]);
  const preview = usePreview(page, edited, asked, 1);
  return (
    <PreviewFrame
      origin={about.site.previewOrigin}
      source={preview.tie}
      width={1280}
      height={150}
      scale={Math.min(0.5, room / 1284)}
      slot={part.slot}
      selected={null}
      title={`The part ${name}`}
      onDrawn={preview.onDrawn}
      onPointed={() => undefined}
    />
  );
};
