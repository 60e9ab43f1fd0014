"use client";
import CloseIcon from "@mui/icons-material/Close";
import { Box, IconButton, MenuItem, Select, Switch, Typography } from "@mui/material";
import { useParams } from "next/navigation";
import { orderId } from "../../core/model/design";
import type { Clause, Placement } from "../../core/model/placement";
import { describeClause } from "../../messages/placement-sentences";
import { pages as pagesText } from "../../messages/words";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { PartSign } from "../shell/PartSign";
import { Act, Mono, Pending, Quiet, Trouble, Waiting, Wrong } from "../theme/pieces";
import { PartHead } from "./PartHead";
import { PlacePicker } from "./PlacePicker";

/** Where a part shows: sentences edited in place, with what they ask for and what they get. */
export const WhereScreen = () => {
  const { part: id } = useParams<{ part: string }>();
  const { data, error } = useCall("part", { part: id });
  const reach = useCall("reach", { part: id });
  const change = useAct("change");
  if (!data || data.id !== id) return <Pending error={error} what="Opening the part …" />;
  const { placement } = data.body;
  const set = (next: Placement) =>
    change.mutate({ operations: [{ op: "set", id, path: ["placement"], value: next, was: placement }] });
  return (
    <Box>
      <PartHead data={data} leaf="where" />
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", md: "minmax(0,1fr) minmax(0,1fr)" },
          gap: 4,
          p: 2.5,
        }}
      >
        <Box sx={{ display: "grid", gap: 3, alignContent: "start", minWidth: 0 }}>
          {change.error ? <Trouble>{change.error.message}</Trouble> : null}
          <Lines
            title="Shows on"
            nothing="nowhere yet. Visitors never see it until a line says where."
            lines={placement.conditions}
            withEveryPage
            onChange={(conditions) => set({ ...placement, conditions })}
          />
          <Lines
            title="Not on"
            nothing="no exceptions"
            lines={placement.exceptions}
            withEveryPage={false}
            onChange={(exceptions) => set({ ...placement, exceptions })}
          />
          <More placement={placement} onChange={set} />
        </Box>
        <Box sx={{ minWidth: 0 }}>
          {reach.data ? (
            <ReachView id={id} data={reach.data} slot={data.body.slot} />
          ) : (
            <Waiting what="Counting pages …" />
          )}
        </Box>
      </Box>
    </Box>
  );
};

interface Line {
  clauses: Clause[];
}
interface LinesProps {
  readonly title: string;
  readonly nothing: string;
  readonly lines: readonly Line[];
  readonly withEveryPage: boolean;
  readonly onChange: (lines: Line[]) => void;
}

const Lines = ({ title, nothing, lines, withEveryPage, onChange }: LinesProps) => {
  const replace = (index: number, next: Line | null) =>
    onChange(lines.flatMap((line, at) => (at === index ? (next ? [next] : []) : [line])));
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h2">{title}</Typography>
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {lines.length === 0 ? (
          <Box component="li" sx={{ py: 1, color: "text.secondary" }}>
            {nothing}
          </Box>
        ) : null}
        {lines.map((line, index) => (
          <LineView
            key={JSON.stringify(line)}
            line={line}
            isFirst={index === 0}
            onChange={(next) => replace(index, next)}
          />
        ))}
      </Box>
      <Box sx={{ maxWidth: 380 }}>
        <PlacePicker
          label={`${title}: another line`}
          placeholder={
            lines.length === 0 ? "type a kind, topic, page …" : "or on: type a kind, topic, page …"
          }
          withEveryPage={withEveryPage}
          onPick={({ clause }) => onChange([...lines, { clauses: clause ? [clause] : [] }])}
        />
      </Box>
    </Box>
  );
};

/** One line as a sentence; each clause can go, and another can narrow it. */
const LineView = ({
  line,
  isFirst,
  onChange,
}: {
  readonly line: Line;
  readonly isFirst: boolean;
  readonly onChange: (line: Line | null) => void;
}) => {
  const { frame } = useFrame();
  const broken = (clause: Clause) => describeClause(clause, frame.vocabulary).includes("that is gone");
  return (
    <Box component="li" sx={{ py: 1, borderBottom: 1, borderColor: "divider" }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 0.75 }}>
        <Quiet>{isFirst ? "" : "or"}</Quiet>
        {line.clauses.length === 0 ? <strong>every page</strong> : null}
        {line.clauses.map((clause, index) => (
          <Box
            key={JSON.stringify(clause)}
            component="span"
            sx={{ display: "inline-flex", alignItems: "center", gap: 0.25 }}
          >
            {index > 0 ? <Quiet style={{ marginRight: 6 }}>that are also</Quiet> : null}
            {broken(clause) ? (
              <Wrong>{describeClause(clause, frame.vocabulary)} (broken)</Wrong>
            ) : (
              <strong>{describeClause(clause, frame.vocabulary)}</strong>
            )}
            {line.clauses.length > 1 ? (
              <IconButton
                size="small"
                aria-label={`Leave out ${describeClause(clause, frame.vocabulary)}`}
                onClick={() => onChange({ clauses: line.clauses.filter((_, at) => at !== index) })}
              >
                <CloseIcon sx={{ fontSize: 14 }} />
              </IconButton>
            ) : null}
          </Box>
        ))}
        <Act
          style={{ marginLeft: "auto" }}
          onClick={() => onChange(null)}
          aria-label={`Remove the line ${line.clauses.map((clause) => describeClause(clause, frame.vocabulary)).join(", ") || "every page"}`}
        >
          Remove
        </Act>
      </Box>
      {line.clauses.length > 0 ? (
        <Box sx={{ maxWidth: 300, pl: 2 }}>
          <PlacePicker
            label="Narrow this line"
            placeholder="and that are also …"
            withEveryPage={false}
            onPick={({ clause }) => onChange({ clauses: [...line.clauses, clause as Clause] })}
          />
        </Box>
      ) : null}
    </Box>
  );
};

const More = ({
  placement,
  onChange,
}: {
  readonly placement: Placement;
  readonly onChange: (next: Placement) => void;
}) => {
  const { frame } = useFrame();
  const audiences: readonly (readonly [string, string])[] = [
    ["", "anyone"],
    ["signedOut", "people signed out"],
    ["signedIn", "people signed in"],
    ...frame.levels.map((level) => [`level:${level.key}`, level.name] as const),
  ];
  return (
    <Box component="section" aria-label="More" sx={{ display: "grid", gap: 1 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <label htmlFor="over">Also over narrower parts</label>
        <Switch
          id="over"
          size="small"
          checked={placement.over}
          onChange={(_, over) => onChange({ ...placement, over })}
        />
        <Quiet>for a season, a festival, an alarm</Quiet>
      </Box>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <span id="audience-label">When it is seen by</span>
        <Select
          value={placement.audience ?? ""}
          displayEmpty
          SelectDisplayProps={{ "aria-labelledby": "audience-label" }}
          onChange={(event) =>
            onChange({ ...placement, audience: event.target.value === "" ? null : event.target.value })
          }
        >
          {audiences.map(([key, words]) => (
            <MenuItem key={key} value={key}>
              {words}
            </MenuItem>
          ))}
        </Select>
      </Box>
    </Box>
  );
};

/** "Asks for 214 pages, shows on 171; 43 keep narrower parts", with the lists, and ties that can be ordered. */
const ReachView = ({
  id,
  data,
  slot,
}: {
  readonly id: string;
  readonly data: CallResult<"reach">;
  readonly slot: CallResult<"part">["body"]["slot"];
}) => {
  const kept = data.asks - data.shows;
  return (
    <Box sx={{ display: "grid", gap: 2 }}>
      <Typography data-testid="reach" sx={{ fontSize: "0.94rem" }}>
        Asks for <strong>{pagesText(data.asks)}</strong>, shows on <strong>{data.shows}</strong>
        {kept > 0 ? `; ${kept} keep others` : ""}.
      </Typography>
      {data.tied.map(({ part, pages }) => (
        <Tie key={part} id={id} other={part} pages={pages} order={data.order} slot={slot} />
      ))}
      {data.kept.map(({ by, pages, titles }) => (
        <PageList
          key={by ?? "nothing"}
          titles={titles}
          total={pages}
          head={
            <>
              {by ? <PartSign part={by} /> : <Quiet>nothing, by their own choice,</Quiet>}{" "}
              <Quiet>keeps {pagesText(pages)}</Quiet>
            </>
          }
        />
      ))}
      {data.shows > 0 ? (
        <PageList
          titles={data.shown}
          total={data.shows}
          head={<strong>Shows on {pagesText(data.shows)}</strong>}
        />
      ) : null}
    </Box>
  );
};

const PageList = ({
  head,
  titles,
  total,
}: {
  readonly head: React.ReactNode;
  readonly titles: readonly { title: string; path: string }[];
  readonly total: number;
}) => (
  <Box component="details" sx={{ "& summary": { cursor: "pointer" } }}>
    <summary>{head}</summary>
    <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, maxHeight: 260, overflow: "auto" }}>
      {titles.map((page) => (
        <li key={page.path}>
          {page.title} <Mono style={{ opacity: 0.75 }}>{page.path}</Mono>
        </li>
      ))}
      {total > titles.length ? <li>and {total - titles.length} more</li> : null}
    </Box>
  </Box>
);

/** Two parts ask equally much: which one is first can be said here. */
const Tie = ({
  id,
  other,
  pages,
  order,
  slot,
}: {
  readonly id: string;
  readonly other: string;
  readonly pages: number;
  readonly order: readonly string[];
  readonly slot: CallResult<"part">["body"]["slot"];
}) => {
  const change = useAct("change");
  const isFirst = order.indexOf(id) < order.indexOf(other);
  const swap = () => {
    const rest = order.filter((each) => each !== id);
    const at = rest.indexOf(other);
    const next = isFirst
      ? [...rest.slice(0, at + 1), id, ...rest.slice(at + 1)]
      : [...rest.slice(0, at), id, ...rest.slice(at)];
    change.mutate({
      operations: [{ op: "set", id: orderId(slot), path: ["parts"], value: next, was: [...order] }],
    });
  };
  return (
    <Box>
      <Box
        component="span"
        sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600, mr: 1 })}
      >
        tied
      </Box>
      with <PartSign part={other} /> on {pagesText(pages)};{" "}
      {isFirst ? "this one is first." : "the other is first."}{" "}
      <Act onClick={swap}>{isFirst ? "Put the other first" : "Put this one first"}</Act>
    </Box>
  );
};
