"use client";
import type { Slot } from "../../core/model/slot";
import type { CoverageCell, SlotShares } from "../../core/placement/coverage";
import { OWN } from "../../messages/coverage";
import { shortly } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { Badge, SlotPictogram } from "../shell/Badge";
import classes from "./table.module.css";

/** One cell in words and signs; what is in it never depends on colour alone. */
export const CellView = ({
  cell,
  slot,
  selected,
}: {
  readonly cell: CoverageCell;
  readonly slot: Slot;
  readonly selected: boolean;
}) => {
  const { about } = useAboutSite();
  const part = cell.part === null ? undefined : about.parts[cell.part];
  if (cell.how === "missing") return <span className={classes["missing"]}>missing</span>;
  if (cell.how === "nothingByRule") return <span className={classes["quiet"]}>nothing, by rule</span>;
  if (cell.how === "choiceOfNothing")
    return <span className={`${classes["note"]} ${classes["noteAlone"]}`}>nothing, this page only</span>;
  if (!part)
    return (
      <span className={classes["quiet"]} role="img" aria-label="nothing expected">
        ·
      </span>
    );
  return (
    <>
      <Badge slot={slot} number={part.number} selected={selected} />
      {cell.how === "choice" ? <Note>this page only</Note> : null}
      {cell.tied ? <Note>tied</Note> : null}
      {cell.says ? <Note>{OWN}</Note> : null}
    </>
  );
};

const Note = ({ children }: { readonly children: string }) => (
  <span className={classes["note"]}>{children}</span>
);

const MOST_SHARES = 3;

/** What a share of a group is called on its bar: a badge number, or a word for nothing and missing. */
export const useShareName = (): ((share: SlotShares["shares"][number]) => string) => {
  const { about } = useAboutSite();
  return ({ part, how }) => {
    if (how === "missing") return "missing";
    const found = part === null ? undefined : about.parts[part];
    return found && !found.isNothing ? String(found.number) : "none";
  };
};

/** Shares that are called the same are one on the bar. */
export const namedShares = (
  { shares }: SlotShares,
  nameOf: (share: SlotShares["shares"][number]) => string,
): readonly { readonly label: string; readonly pages: number }[] => {
  const named = new Map<string, number>();
  for (const share of shares) named.set(nameOf(share), (named.get(nameOf(share)) ?? 0) + share.pages);
  return [...named].map(([label, pages]) => ({ label, pages })).sort((a, b) => b.pages - a.pages);
};

interface GroupCellProps {
  readonly shares: SlotShares;
  readonly pages: number;
  readonly slot: Slot;
  readonly selected: boolean;
}

/** A closed group: its one badge, or a bar of badge numbers with counts. */
export const GroupCell = ({ shares, pages, slot, selected }: GroupCellProps) => {
  const nameOf = useShareName();
  const named = namedShares(shares, nameOf);
  const [first, ...others] = shares.shares;
  const isTied = shares.tied > 0;
  const samePart = first && others.every((share) => share.part === first.part && share.part !== null);
  if (first && (others.length === 0 || samePart)) {
    const how = others.length === 0 ? first.how : "rule";
    return (
      <CellView cell={{ part: first.part, how, tied: isTied, says: false }} slot={slot} selected={selected} />
    );
  }
  // long numbers leave room for fewer
  const shown = named.slice(0, pages < 1000 ? MOST_SHARES : 1);
  const more = named.length - shown.length;
  const said = named
    .slice(0, 12)
    .map((share) => `${share.label}: ${share.pages}`)
    .join(", ");
  return (
    <span role="img" aria-label={said} title={said} className={`${classes["bar"]} ${classes[slot]}`}>
      <SlotPictogram slot={slot} />
      <span aria-hidden className={classes["shares"]}>
        {shown.map((share) => (
          <span
            key={share.label}
            className={classes["share"]}
            style={{ minWidth: 14 + Math.round((share.pages / pages) * 36) }}
          >
            <strong>{share.label}</strong>·{shortly(share.pages)}
          </span>
        ))}
        {more > 0 ? <span>+{more}</span> : null}
      </span>
      {isTied ? <Note>tied</Note> : null}
    </span>
  );
};
