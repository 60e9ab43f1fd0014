"use client";
import { Box, Typography } from "@mui/material";
import type { Slot } from "../../core/model/slot";
import { describeWhy } from "../../messages/why";
import { slotName } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { Badge } from "../shell/Badge";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { Mono, Quiet, Trouble, Waiting } from "../theme/pieces";
import { Rivals } from "./Rivals";
import { isOnePage, type Selection } from "./selection";
import { UseAnother } from "./UseAnother";
import type { TableView } from "./useRows";

type Explained = CallResult<"explain">;

/** Why one page shows what it shows in a slot: the winner in a sentence, the rivals with their verdicts, what visitors see. */
export const WhySheet = ({
  selection,
  view,
}: {
  readonly selection: Extract<Selection, { is: "cells" }>;
  readonly view: TableView;
}) => {
  const { asked } = useAboutSite();
  const { slot, pages, label } = selection;
  const [page = ""] = pages;
  const single = isOnePage(pages);
  const { data, error } = useCall("explain", { ...asked, slot, page }, { enabled: single });
  if (!single)
    return (
      <>
        <Head slot={slot} about={label} />
        <Typography sx={{ mt: 2 }}>
          {pages.length === 1 ? "All its pages are" : `${pages.length} places are`} selected. What you choose
          below is for all of them.
        </Typography>
        <UseAnother key={pages.join()} slot={slot} pages={pages} view={view} current={null} hasOwnChoice />
      </>
    );
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data || data.page.key !== page || data.slot !== slot) return <Waiting what="Finding out why …" />;
  const { answer } = data;
  const current = "part" in answer.resolved ? answer.resolved.part : null;
  const own =
    answer.resolved.by === "choice" ||
    answer.resolved.by === "choiceOfNothing" ||
    answer.unusedChoice !== null;
  return (
    <>
      <Head
        slot={slot}
        about={data.page.isLater ? `${data.page.title}, later pages` : data.page.title}
        path={data.page.path}
      />
      <Winner data={data} />
      <Rivals page={page} slot={slot} rows={data.rows} />
      <Visitors data={data} />
      <UseAnother
        key={`${page} ${slot}`}
        slot={slot}
        pages={pages}
        view={view}
        current={current}
        hasOwnChoice={own}
      />
    </>
  );
};

const Head = ({
  slot,
  about,
  path,
}: {
  readonly slot: Slot;
  readonly about: string;
  readonly path?: string;
}) => (
  <Box sx={{ borderBottom: 1, borderColor: "text.primary", pb: 1.5 }}>
    <Typography variant="h2">Why this {slotName(slot)}?</Typography>
    <Quiet>
      {about}
      {path ? (
        <>
          {" · "}
          <Mono>{path}</Mono>
        </>
      ) : null}
    </Quiet>
  </Box>
);

const Winner = ({ data }: { readonly data: Explained }) => {
  const site = useSite();
  const { about, badge } = useAboutSite();
  const { resolved, unusedChoice } = data.answer;
  const part = "part" in resolved ? resolved.part : null;
  const sentence = describeWhy(resolved, data.slot, about.vocabulary, data.over.map(badge));
  return (
    <Box sx={{ py: 2, borderBottom: 1, borderColor: "divider" }}>
      <Typography component="p" sx={{ fontSize: "0.94rem" }} data-testid="why-winner">
        {part ? <PartBadge part={part} withName /> : null} {sentence}
      </Typography>
      {unusedChoice ? (
        <Typography sx={{ mt: 1 }}>
          {unusedChoice === "nothing" ? (
            "The page chose to have none, which no page is; so the rules decide."
          ) : (
            <>
              The page chose <PartBadge part={unusedChoice.part} />, which is paused, gone or made for another
              slot; so the rules decide.
            </>
          )}
        </Typography>
      ) : null}
      {part ? (
        <Box sx={{ mt: 1, display: "flex", gap: 2 }}>
          <SheetLink href={partPath(part, site)}>Open</SheetLink>
          <SheetLink href={partPath(part, site, ["where"])}>Where it shows</SheetLink>
        </Box>
      ) : null}
    </Box>
  );
};

/** Whether visitors see it already or only the draft has it. */
const Visitors = ({ data }: { readonly data: Explained }) => {
  const { seen } = useAboutSite();
  if (seen.state === "live") return null;
  const { visitors } = data;
  return (
    <Box sx={{ mt: 2, color: "text.secondary" }} data-testid="why-visitors">
      {visitors.sameAsDraft ? (
        "Visitors see the same already."
      ) : (
        <>
          In the draft. Visitors still see{" "}
          {visitors.badge ? (
            <Badge slot={visitors.badge.slot as Slot} number={visitors.badge.number} />
          ) : (
            `no ${slotName(data.slot)}`
          )}{" "}
          until you publish.
        </>
      )}
    </Box>
  );
};
