"use client";
import { Box, Button, LinearProgress, MenuItem, Select, Typography } from "@mui/material";
import { useMutation } from "@tanstack/react-query";
import { type DragEvent, type ReactNode, useRef, useState } from "react";
import type { ImportAnswers, ItemAnswer, NeedAnswer, PlannedItem, PlannedNeed } from "../../core/packs/plan";
import { count, listed, slotName } from "../../messages/words";
import { type CallResult, sendFile } from "../client/call";
import { useRefresh, useSite } from "../client/hooks";
import { useUndoNotice } from "../client/useUndoNotice";
import { ImpactView } from "../overview/ImpactView";
import { Act, Quiet, Trouble, Wrong } from "../theme/pieces";

const NO_ANSWERS: ImportAnswers = { needs: {}, items: {}, colours: "map", on: {} };

/** A pack comes in by a plan: questions first, then what is clear, its impact, and one step that can be undone. */
export const ImportPack = () => {
  const site = useSite();
  const refresh = useRefresh();
  const notice = useUndoNotice();
  const [file, setFile] = useState<File | null>(null);
  const [answers, setAnswers] = useState<ImportAnswers>(NO_ANSWERS);
  // it stays while an answer is being worked out
  const [planned, setPlanned] = useState<CallResult<"packPlan"> | null>(null);
  const [sent, setSent] = useState(0);
  const plan = useMutation({
    mutationFn: (next: { file: File; answers: ImportAnswers }) =>
      sendFile(site, "packPlan", next.file, next.answers, setSent),
    onSuccess: setPlanned,
  });
  const take = useMutation({
    mutationFn: () => sendFile(site, "packImport", file as File, answers, setSent),
  });

  const read = (next: File) => {
    setFile(next);
    setPlanned(null);
    setAnswers(NO_ANSWERS);
    take.reset();
    plan.mutate({ file: next, answers: NO_ANSWERS });
  };
  const answer = (next: ImportAnswers) => {
    setAnswers(next);
    if (file) plan.mutate({ file, answers: next });
  };
  const close = () => {
    setFile(null);
    plan.reset();
    take.reset();
  };
  const run = async () => {
    const saved = await take.mutateAsync();
    close();
    await refresh();
    notice(`Done in the draft: ${saved.label}.`, "Undo the import");
  };
  return (
    <Box component="section" aria-labelledby="import-head">
      <Typography variant="h2" id="import-head">
        Bring a pack
      </Typography>
      <PackFile name={file?.name ?? null} onFile={read} />
      {plan.isPending && !planned ? <Underway sent={sent} then="Reading the pack …" /> : null}
      {take.isPending ? <Underway sent={sent} then="Importing: pictures, then parts …" /> : null}
      {plan.error ? <Trouble>{plan.error.message}</Trouble> : null}
      {take.error ? <Trouble>{take.error.message}</Trouble> : null}
      {file && planned && !plan.error ? (
        <Plan
          data={planned}
          answers={answers}
          onAnswer={answer}
          onImport={run}
          onCancel={close}
          busy={take.isPending || plan.isPending}
        />
      ) : null}
    </Box>
  );
};

/** Where a pack is chosen, or dropped. */
const PackFile = ({
  name,
  onFile,
}: {
  readonly name: string | null;
  readonly onFile: (file: File) => void;
}) => {
  const input = useRef<HTMLInputElement>(null);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const [dropped] = event.dataTransfer.files;
    if (dropped) onFile(dropped);
  };
  return (
    <Box
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
      sx={(theme) => ({
        mt: 1,
        p: 2,
        border: "1px dashed",
        borderColor: theme.vars?.palette.ours.field,
        borderRadius: 1,
        display: "flex",
        alignItems: "center",
        gap: 1.5,
        "& > button": { flex: "none" },
      })}
    >
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="Pack file"
        onChange={(event) => event.target.files?.[0] && onFile(event.target.files[0])}
        onClick={(event) => ((event.target as HTMLInputElement).value = "")}
      />
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Choose a pack
      </Button>
      <Quiet>{name ?? "or drop it here. Nothing happens before you have seen the plan."}</Quiet>
    </Box>
  );
};

/** How far a file is on its way, and what is done with it once it is there. */
const Underway = ({ sent, then }: { readonly sent: number; readonly then: string }) => (
  <Box sx={{ mt: 1.5, maxWidth: 360 }}>
    <Quiet role="status">{sent < 1 ? `Sending the pack: ${Math.round(sent * 100)} %` : then}</Quiet>
    <LinearProgress
      variant={sent < 1 ? "determinate" : "indeterminate"}
      value={sent * 100}
      aria-label={sent < 1 ? "Sending the pack" : then}
      sx={{ mt: 0.5 }}
    />
  </Box>
);

interface PlanProps {
  readonly data: CallResult<"packPlan">;
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
  readonly onImport: () => void;
  readonly onCancel: () => void;
  readonly busy: boolean;
}

const Plan = ({ data, answers, onAnswer, onImport, onCancel, busy }: PlanProps) => {
  const { plan, impact } = data;
  const asked = plan.needs.filter((need) => need.match === null && need.parts.length > 0);
  const unlinked = plan.needs.filter((need) => need.match === null && need.parts.length === 0);
  const differing = plan.items.filter((item) => item.status === "differs");
  const nameOf = (key: string) =>
    plan.items.find((item) => item.type === "part" && item.key === key)?.name ?? key;
  const clear = plan.needs.length - asked.length + plan.items.length - differing.length;
  return (
    <Box sx={{ mt: 2, display: "grid", gap: 2 }}>
      <PlanHead data={data} clear={clear} />
      {asked.map((need) => (
        <NeedQuestion
          key={need.id}
          need={{ ...need, parts: need.parts.map(nameOf) }}
          answers={answers}
          onAnswer={onAnswer}
        />
      ))}
      <Unlinked
        needs={unlinked.map((need) => ({ ...need, parts: need.parts.map(nameOf) }))}
        answers={answers}
        onAnswer={onAnswer}
      />
      {differing.map((item) => (
        <ItemQuestion key={item.id} item={item} answers={answers} onAnswer={onAnswer} />
      ))}
      <Box component="details" open={asked.length + differing.length === 0}>
        <Box component="summary" sx={{ cursor: "pointer" }}>
          What comes in
        </Box>
        <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
          {plan.items.map((item) => (
            <ItemLine key={item.id} item={item} answers={answers} onAnswer={onAnswer} />
          ))}
        </Box>
      </Box>
      {plan.colours.length > 0 ? (
        <Colours colours={plan.colours} answers={answers} onAnswer={onAnswer} />
      ) : null}
      {impact ? (
        <Box>
          <Typography variant="h3">What it would change</Typography>
          <ImpactView impact={impact} />
        </Box>
      ) : null}
      <Box sx={{ display: "flex", gap: 1.5 }}>
        <Button variant="contained" onClick={onImport} disabled={busy || plan.open > 0}>
          {plan.open > 0 ? `Answer ${count(plan.open, "question")} first` : "Import into the draft"}
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </Box>
    </Box>
  );
};

const PlanHead = ({
  data: { manifest, plan },
  clear,
}: {
  readonly data: CallResult<"packPlan">;
  readonly clear: number;
}) => (
  <Box>
    <strong>{manifest.name}</strong>{" "}
    <Quiet>
      {manifest.version}
      {manifest.author ? `, by ${manifest.author}` : ""}
    </Quiet>
    <Typography data-testid="plan-summary">
      {plan.open > 0 ? `${plan.open} to answer, ` : "Nothing to answer, "}
      {clear} clear.
    </Typography>
  </Box>
);

interface Answering {
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
}

/** Pages of the pack's menus that are not here: they may be named, and are left out if not. */
const Unlinked = ({ needs, answers, onAnswer }: Answering & { readonly needs: readonly PlannedNeed[] }) =>
  needs.length === 0 ? null : (
    <Box component="details">
      <Box component="summary" sx={{ cursor: "pointer" }}>
        {count(needs.length, "page")} of the pack's menus {needs.length === 1 ? "is" : "are"} not on this
        site; {needs.length === 1 ? "its item is" : "their items are"} left out
      </Box>
      {needs.map((need) => (
        <NeedQuestion key={need.id} need={need} answers={answers} onAnswer={onAnswer} />
      ))}
    </Box>
  );

const Colours = ({
  colours,
  answers,
  onAnswer,
}: Answering & { readonly colours: CallResult<"packPlan">["plan"]["colours"] }) => (
  <Box>
    <span id="colours-label">Colours of the pack</span>{" "}
    <Select
      value={answers.colours}
      onChange={(event) => onAnswer({ ...answers, colours: event.target.value as "map" })}
      SelectDisplayProps={{ "aria-labelledby": "colours-label" }}
    >
      <MenuItem value="map">take the nearest of mine</MenuItem>
      <MenuItem value="bring">bring them along</MenuItem>
    </Select>
    <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, color: "text.secondary" }}>
      {colours.map((colour) => (
        <li key={colour.id}>
          {colour.name}{" "}
          {answers.colours === "map"
            ? colour.nearest
              ? `→ ${colour.nearest.name}, ${colour.nearest.distance} away`
              : "stays as it is"
            : "comes along"}
        </li>
      ))}
    </Box>
  </Box>
);

const TYPE_WORDS: Readonly<Record<PlannedNeed["type"], string>> = {
  kind: "kind",
  grouping: "grouping",
  term: "topic or tag",
  author: "author",
  entry: "page",
  level: "level",
};

interface QuestionProps {
  readonly id: string;
  readonly value: string;
  readonly options: readonly (readonly [string, string])[];
  readonly onPick: (value: string) => void;
  readonly children: ReactNode;
}

/** One question of the plan: what is asked, and the answers there are. */
const Question = ({ id, value, options, onPick, children }: QuestionProps) => (
  <Box>
    <span id={id}>{children}</span>
    <Select
      fullWidth
      displayEmpty
      value={value}
      onChange={(event) => onPick(event.target.value)}
      SelectDisplayProps={{ "aria-labelledby": id }}
      sx={{ mt: 0.5 }}
    >
      <MenuItem value="" disabled>
        choose …
      </MenuItem>
      {options.map(([key, words]) => (
        <MenuItem key={key} value={key}>
          {words}
        </MenuItem>
      ))}
    </Select>
  </Box>
);

interface Answering {
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
}

const NeedQuestion = ({ need, answers, onAnswer }: Answering & { readonly need: PlannedNeed }) => {
  const given = answers.needs[need.id];
  const value = !given ? "" : given.do === "use" ? `use ${given.id}` : given.do;
  const answerOf = (next: string): NeedAnswer =>
    next.startsWith("use ") ? { do: "use", id: next.slice(4) } : { do: next as "create" | "leaveOut" };
  const options: readonly (readonly [string, string])[] = [
    ...(need.mayCreate ? [["create", "create it"] as const] : []),
    ...need.options.map((option) => [`use ${option.id}`, `use ${option.name}`] as const),
    ["leaveOut", "leave it out"],
  ];
  return (
    <Question
      id={`need-${need.id}`}
      value={value}
      options={options}
      onPick={(next) => onAnswer({ ...answers, needs: { ...answers.needs, [need.id]: answerOf(next) } })}
    >
      This site has no {TYPE_WORDS[need.type]} <strong>{need.name}</strong>
      {need.parts.length > 0 ? <Quiet> (asked for by {listed(need.parts)})</Quiet> : null}.
      {need.moreOptions > 0 ? (
        <Quiet>
          {" "}
          The {need.options.length} most alike of {need.options.length + need.moreOptions} are offered.
        </Quiet>
      ) : null}
    </Question>
  );
};

const DIFFERENCE_WORDS: Readonly<Record<string, string>> = {
  name: "its name",
  content: "how it looks",
  placement: "where it shows",
  items: "its items",
  file: "the picture itself",
  alt: "its alternative text",
  focal: "its focal point",
};

const ItemQuestion = ({ item, answers, onAnswer }: Answering & { readonly item: PlannedItem }) => (
  <Question
    id={`item-${item.id}`}
    value={answers.items[item.id] ?? ""}
    options={[
      ["keepMine", "keep mine"],
      ["takePack", "take the pack's"],
      ["keepBoth", "keep both"],
    ]}
    onPick={(next) => onAnswer({ ...answers, items: { ...answers.items, [item.id]: next as ItemAnswer } })}
  >
    You have <strong>{item.name}</strong> already; the pack's differs in{" "}
    {listed(item.differences.map((each) => DIFFERENCE_WORDS[each] ?? each))}.
  </Question>
);

/** A menu of the pack gives way to the site's own of the same name, unless the pack's is wanted. */
const MenuChoice = ({
  item,
  answers,
  onAnswer,
}: {
  readonly item: PlannedItem;
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
}) => {
  const isMine = item.answer === "keepMine";
  return (
    <>
      {isMine ? "your own of this name is used" : "the pack's comes along"}{" "}
      <Act
        onClick={() =>
          onAnswer({ ...answers, items: { ...answers.items, [item.id]: isMine ? "takePack" : "keepMine" } })
        }
      >
        {isMine ? "bring the pack's" : "use mine"}
      </Act>
    </>
  );
};

const ItemLine = ({
  item,
  answers,
  onAnswer,
}: {
  readonly item: PlannedItem;
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
}) => {
  const what = item.type === "part" && item.slot ? slotName(item.slot) : item.type;
  return (
    <li>
      {what} <strong>{item.name}</strong>:{" "}
      {item.substitute !== null ? (
        <MenuChoice item={item} answers={answers} onAnswer={onAnswer} />
      ) : item.status === "same" ? (
        <Quiet>same as yours, nothing happens</Quiet>
      ) : item.status === "differs" ? (
        <Wrong>differs</Wrong>
      ) : (
        "new"
      )}
      {item.type === "part" && item.status === "new" ? (
        <>
          <Quiet>, starts {item.on ? "switched on" : "paused"}</Quiet>{" "}
          <Act onClick={() => onAnswer({ ...answers, on: { ...answers.on, [item.key]: !item.on } })}>
            {item.on ? "start paused" : "switch it on"}
          </Act>
        </>
      ) : null}
    </li>
  );
};
