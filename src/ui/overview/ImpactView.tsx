"use client";
import { Box } from "@mui/material";
import { useState } from "react";
import type { Slot } from "../../core/model/slot";
import { count, pages as pagesText, slotName } from "../../messages/words";
import type { CallResult } from "../client/call";
import { Badge } from "../shell/Badge";
import { Act, Mono, Quiet } from "../theme/pieces";

type ImpactData = CallResult<"impact">;
type PartBadge = ImpactData["groups"][number]["before"];

const Sign = ({ badge, slot }: { readonly badge: PartBadge; readonly slot: Slot }) => {
  if (!badge) return <Quiet>no {slotName(slot)}</Quiet>;
  return (
    <>
      <Badge slot={badge.slot as Slot} number={badge.number} />
      {badge.isNothing ? <Quiet>nothing, by rule</Quiet> : null}
    </>
  );
};

/** Whether no page shows another part, another value or another drawing. */
export const isNoImpact = ({ groups, redrawn, revalued, appear, vanish }: ImpactData): boolean =>
  groups.length + redrawn.length + revalued + appear.pages + vanish.pages === 0;

/** What a change does, before it is done: groups a person can read, down to single pages. */
export const ImpactView = ({ impact }: { readonly impact: ImpactData }) => {
  const { appear, vanish } = impact;
  if (isNoImpact(impact)) return <Quiet>No page shows anything else.</Quiet>;
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, display: "grid", gap: 0.75 }}>
      {impact.groups.map((group, index) => (
        <ImpactLine key={index} group={group} />
      ))}
      {impact.moreGroups > 0 ? (
        <li>
          <Quiet>and {impact.moreGroups} smaller groups</Quiet>
        </li>
      ) : null}
      {appear.pages > 0 ? (
        <Coming words={["appears", "appear"]} pages={appear.pages} titles={appear.titles} />
      ) : null}
      {vanish.pages > 0 ? (
        <Coming words={["is gone", "are gone"]} pages={vanish.pages} titles={vanish.titles} />
      ) : null}
      {impact.revalued > 0 ? (
        <li>
          <Quiet>
            {pagesText(impact.revalued)} {impact.revalued === 1 ? "says" : "say"} something else
          </Quiet>
        </li>
      ) : null}
      {impact.redrawn.map(({ part, pages, because }, index) => (
        <li key={`redrawn ${index}`}>
          {part ? <Badge slot={part.slot as Slot} number={part.number} /> : null}{" "}
          {because || "drawn differently"} <Quiet>on {pagesText(pages)}</Quiet>
        </li>
      ))}
      {impact.moreRedrawn > 0 ? (
        <li>
          <Quiet>and {count(impact.moreRedrawn, "more part")} drawn differently</Quiet>
        </li>
      ) : null}
    </Box>
  );
};

type Titled = ImpactData["groups"][number]["titles"];

const Titles = ({ titles, pages }: { readonly titles: Titled; readonly pages: number }) => (
  <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2, color: "text.secondary", fontSize: 12 }}>
    {titles.map((page) => (
      <li key={`${page.path} ${page.isLater}`}>
        {page.title}
        {page.isLater ? ", later pages" : ""} <Mono>{page.path}</Mono>
      </li>
    ))}
    {pages > titles.length ? <li>and {pages - titles.length} more</li> : null}
  </Box>
);

/** Pages that a change brings or takes: another page size, content that goes. */
const Coming = ({
  words,
  pages,
  titles,
}: {
  readonly words: readonly [one: string, several: string];
  readonly pages: number;
  readonly titles: Titled;
}) => {
  const [open, setOpen] = useState(false);
  return (
    <li>
      <Act onClick={() => setOpen(!open)} aria-expanded={open} style={{ fontWeight: 400 }}>
        {pagesText(pages)}
      </Act>{" "}
      <Quiet>{words[pages === 1 ? 0 : 1]}</Quiet>
      {open ? <Titles titles={titles} pages={pages} /> : null}
    </li>
  );
};

const ImpactLine = ({ group }: { readonly group: ImpactData["groups"][number] }) => {
  const [open, setOpen] = useState(false);
  return (
    <li>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 0.75 }}>
        <Sign badge={group.before} slot={group.slot} />
        <span>→</span>
        <Sign badge={group.after} slot={group.slot} />
        <Act onClick={() => setOpen(!open)} aria-expanded={open} style={{ fontWeight: 400 }}>
          on {pagesText(group.pages)}
        </Act>
      </Box>
      {open ? <Titles titles={group.titles} pages={group.pages} /> : null}
    </li>
  );
};
