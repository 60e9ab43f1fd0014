"use client";
import { Box } from "@mui/material";
import { useMay } from "../client/about-site";
import { useAct, useSite } from "../client/hooks";
import { pagePath } from "../client/paths";
import { BareField } from "../fields/Field";
import { PickBox } from "../overview/PickBox";
import { controlOf, usePageValue } from "../pages/PageValues";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { Act, Mono, Quiet } from "../theme/pieces";
import { type Said, settingOf } from "./said";

/** Types that stand in one line, so that they are said in the table. */
const IN_LINE: ReadonlySet<string> = new Set(["text", "picture", "colour", "switch", "option", "target"]);

interface RowProps {
  readonly row: Said;
  readonly isOne: boolean;
  readonly isPicked: boolean;
  readonly onPick: () => void;
}

/** One setting on one page: what it has here, said in place, and what it has everywhere. */
export const SaidRow = ({ row, isOne, isPicked, onPick }: RowProps) => {
  const site = useSite();
  const mayChoose = useMay("choose");
  return (
    <Box
      role="row"
      sx={{ alignItems: "center", py: 0.5, borderBottom: 1, borderColor: "divider", minHeight: 40 }}
    >
      <span role="cell">
        {mayChoose ? (
          <PickBox
            label={`Select ${row.title}${isOne ? "" : `, ${row.what}`}`}
            isPicked={isPicked}
            onPick={onPick}
          />
        ) : null}
      </span>
      <Box role="cell" sx={{ minWidth: 0, overflowWrap: "anywhere" }}>
        <SheetLink href={pagePath(row.identity, site)} prefetch={false}>
          {row.title}
        </SheetLink>
        <Mono style={{ display: "block" }}>
          <Quiet>{row.path}</Quiet>
        </Mono>
      </Box>
      {isOne ? null : (
        <Box role="cell" sx={{ minWidth: 0, overflowWrap: "anywhere" }}>
          {row.what}
        </Box>
      )}
      <Box role="cell" sx={{ minWidth: 0 }}>
        {mayChoose && row.source !== "unread" && IN_LINE.has(row.type ?? "") ? (
          <Here row={row} />
        ) : (
          <Words row={row} />
        )}
      </Box>
      <Box role="cell" sx={{ minWidth: 0, overflowWrap: "anywhere" }}>
        <Quiet>{row.source === "unread" ? "no part here asks for it" : row.everywhereWords}</Quiet>
      </Box>
      <span role="cell">{mayChoose && row.source !== "part" ? <TakeBack row={row} /> : null}</span>
    </Box>
  );
};

/** What it has here, to be said otherwise. */
const Here = ({ row }: { readonly row: Said }) => {
  const setting = settingOf(row);
  const { value, change } = usePageValue({
    page: row.identity,
    slot: row.slot,
    part: row.part ?? "",
    setting,
  });
  return (
    <BareField
      spec={{ path: [row.setting], control: controlOf(setting), label: `${row.label} on ${row.title}` }}
      value={value}
      onChange={change}
    />
  );
};

const Words = ({ row }: { readonly row: Said }) => {
  if (row.name === null && typeof row.value === "string") return <PartBadge part={row.value} withName />;
  return <span style={{ overflowWrap: "anywhere" }}>{row.words}</span>;
};

const TakeBack = ({ row: { identity, slot, name, title, what } }: { readonly row: Said }) => {
  const takeBack = useAct("takeBackSaid");
  return (
    <Act
      disabled={takeBack.isPending}
      onClick={() => takeBack.mutate({ said: [{ page: identity, slot, name }] })}
      aria-label={`Reset ${what} on ${title}`}
    >
      Reset
    </Act>
  );
};
