"use client";
import { Box, Typography } from "@mui/material";
import { orderId } from "../../../core/design/design";
import type { Operation } from "../../../core/design/operations";
import type { Slot } from "../../../core/model/slot";
import { count, digits, pages as pagesText } from "../../../messages/words";
import { useAboutSite } from "../../client/about-site";
import type { CallResult } from "../../client/call";
import { useAct, useCall } from "../../client/hooks";
import { useUndoNotice } from "../../client/useUndoNotice";
import { ImpactView } from "../../overview/ImpactView";
import { PartBadge } from "../../shell/PartBadge";
import { Act, Mono, Quiet, Waiting } from "../../theme/pieces";

type Reach = CallResult<"reach">;

interface ReachViewProps {
  readonly id: string;
  readonly data: Reach;
  readonly slot: Slot;
  /** The placement is not kept yet: what would be, beside what is. */
  readonly isPending: boolean;
  readonly isOld: boolean;
}

/** "Asks for 214 pages, shows on 171; 43 show another", before and after, with the lists and the ties. */
export const ReachView = ({ id, data, slot, isPending, isOld }: ReachViewProps) => {
  const { about, moment } = useAboutSite();
  const kept = data.keptPages;
  const level = about.levels.find(({ key }) => `level:${key}` === data.audience)?.name;
  return (
    <Box sx={{ display: "grid", gap: 2, opacity: isOld ? 0.6 : 1 }} aria-busy={isOld}>
      <Typography data-testid="reach" sx={{ fontSize: "0.94rem" }}>
        {data.opens === null ? "Asks" : `Waits until ${moment(data.opens)}. Then it asks`} for{" "}
        <strong>{pagesText(data.asks)}</strong>, shows on{" "}
        {isPending && data.before !== data.shows ? <>{digits(data.before)} → </> : null}
        <strong>{digits(data.shows)}</strong>
        {kept > 0 ? `; ${digits(kept)} ${kept === 1 ? "shows" : "show"} another` : ""}.
        {data.audience === "signedOut" ? "" : ` Seen ${level ? `as ${level}` : "signed in"}.`}
      </Typography>
      {isPending && data.impact ? (
        <Box>
          <Typography variant="h3" sx={{ mb: 0.75 }}>
            What changes for pages
          </Typography>
          <ImpactView impact={data.impact} />
        </Box>
      ) : null}
      {data.tied.map(({ part, pages }) => (
        <Tie
          key={part}
          id={id}
          other={part}
          pages={pages}
          order={data.order}
          slot={slot}
          isPending={isPending}
        />
      ))}
      <Lists data={data} />
    </Box>
  );
};

/** Who keeps pages it asks for, and where it shows. */
const Lists = ({ data }: { readonly data: Reach }) => {
  const rest = data.keptPages - data.keepers.reduce((sum, { pages }) => sum + pages, 0);
  return (
    <>
      {data.keepers.map(({ by, pages, titles }) => (
        <PageList
          key={by ?? "nothing"}
          titles={titles}
          total={pages}
          head={
            <>
              {by ? <PartBadge part={by} /> : <Quiet>nothing, by their own choice,</Quiet>}{" "}
              <Quiet>shows instead on {pagesText(pages)}</Quiet>
            </>
          }
        />
      ))}
      {data.moreKeepers > 0 ? (
        <Quiet>
          and {count(data.moreKeepers, "more part shows", "more parts show")} instead on {pagesText(rest)}
        </Quiet>
      ) : null}
      {data.shows > 0 ? (
        <PageList
          titles={data.shown}
          total={data.shows}
          head={<strong>Shows on {pagesText(data.shows)}</strong>}
        />
      ) : null}
    </>
  );
};

const PageList = ({
  head,
  titles,
  total,
}: {
  readonly head: React.ReactNode;
  readonly titles: Reach["shown"];
  readonly total: number;
}) => (
  <Box component="details" sx={{ "& summary": { cursor: "pointer" } }}>
    <summary>{head}</summary>
    <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, maxHeight: 260, overflow: "auto" }}>
      {titles.map((page) => (
        <li key={`${page.path} ${page.isLater}`}>
          {page.title}
          {page.isLater ? ", later pages" : ""} <Mono style={{ opacity: 0.75 }}>{page.path}</Mono>
        </li>
      ))}
      {total > titles.length ? <li>and {total - titles.length} more</li> : null}
    </Box>
  </Box>
);

/** Two parts ask equally much: which one is first can be said here, with what that changes. */
const Tie = ({
  id,
  other,
  pages,
  order,
  slot,
  isPending,
}: {
  readonly id: string;
  readonly other: string;
  readonly pages: number;
  readonly order: readonly string[];
  readonly slot: Slot;
  readonly isPending: boolean;
}) => {
  const { badge } = useAboutSite();
  const change = useAct("change");
  const notice = useUndoNotice();
  const isFirst = order.indexOf(id) < order.indexOf(other);
  const operation = swap(id, other, order, slot);
  // a placement that is not kept has no order to change yet
  const impact = useCall("impact", { operations: [operation] }, { enabled: !isPending });
  const run = async () => {
    const saved = await change.mutateAsync({ operations: [operation] });
    notice(`Done in the draft: ${saved.label}.`);
  };
  return (
    <Box component="section" aria-label={`Tied with ${badge(other)}`} sx={{ display: "grid", gap: 0.5 }}>
      <Box>
        <Box
          component="span"
          sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600, mr: 1 })}
        >
          tied
        </Box>
        with <PartBadge part={other} /> on {pagesText(pages)};{" "}
        {isFirst ? "this one is first." : "the other is first."}{" "}
        {isPending ? null : (
          <Act onClick={run} disabled={change.isPending}>
            {isFirst ? "Put the other first" : "Put this one first"}
          </Act>
        )}
      </Box>
      {isPending ? null : (
        <Box sx={{ pl: 2 }}>
          {impact.data ? (
            <ImpactView impact={impact.data} />
          ) : (
            <Waiting what="Computing what it would change …" />
          )}
        </Box>
      )}
    </Box>
  );
};

/** The order of the slot with the two parts the other way round, everything else as it is. */
const swap = (id: string, other: string, order: readonly string[], slot: Slot): Operation => {
  const isFirst = order.indexOf(id) < order.indexOf(other);
  const rest = order.filter((each) => each !== id);
  const at = rest.indexOf(other) + (isFirst ? 1 : 0);
  const next = [...rest.slice(0, at), id, ...rest.slice(at)];
  return { op: "set", id: orderId(slot), path: ["parts"], value: next, was: [...order] };
};
