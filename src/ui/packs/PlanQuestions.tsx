"use client";
import { Box, MenuItem, Select } from "@mui/material";
import type { ReactNode } from "react";
import {
  type ImportAnswers,
  type ItemAnswer,
  isAsked,
  type NeedAnswer,
  type PlannedItem,
  type PlannedNeed,
} from "../../core/packs/plan";
import { listed, slotName } from "../../messages/words";
import { Act, Quiet, Wrong } from "../theme/pieces";

const TYPE_WORDS: Readonly<Record<PlannedNeed["type"], string>> = {
  kind: "kind",
  grouping: "grouping",
  term: "topic or tag",
  author: "author",
  entry: "page",
  level: "level",
  menu: "menu",
  picture: "picture",
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

/** Answers to the questions of a plan, and what takes another one. */
export interface Answering {
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
}
interface OfItem extends Answering {
  readonly item: PlannedItem;
}

export const NeedQuestion = ({ need, answers, onAnswer }: Answering & { readonly need: PlannedNeed }) => {
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
      {need.type === "menu" || need.type === "picture" ? "The pack itself" : "This site"} has no{" "}
      {TYPE_WORDS[need.type]} <strong>{need.name}</strong>
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

export const ItemQuestion = ({ item, answers, onAnswer }: OfItem) => (
  <Question
    id={`item-${item.id}`}
    value={answers.items[item.id] ?? ""}
    options={item.status === "alike" ? ALIKE : DIFFERS}
    onPick={(next) => onAnswer({ ...answers, items: { ...answers.items, [item.id]: next as ItemAnswer } })}
  >
    {item.status === "alike" ? (
      <>
        You have another {item.slot ? slotName(item.slot) : "one"} called <strong>{item.name}</strong>.
      </>
    ) : (
      <>
        You have <strong>{item.name}</strong> already; the pack's differs in{" "}
        {listed(item.differences.map((each) => DIFFERENCE_WORDS[each] ?? each))}.
      </>
    )}
  </Question>
);

const DIFFERS = [
  ["keepMine", "keep mine"],
  ["takePack", "take the pack's"],
  ["keepBoth", "keep both"],
] as const;
const ALIKE = [
  ["keepBoth", "keep both"],
  ["takePack", "replace mine"],
  ["keepMine", "leave it out"],
] as const;

const LOST_WORDS = {
  level: "the level it is for is not on this site",
  notOn: "pages it does not show on are not on this site",
} as const;

/** Whether a part that comes in begins switched on; one that would show more widely than it was made for does not. */
const Beginning = ({ item, answers, onAnswer }: OfItem) => {
  if (item.lost.length > 0)
    return (
      <Quiet>
        , comes in paused: {listed(item.lost.map((each) => LOST_WORDS[each]))}, so it would show more widely
      </Quiet>
    );
  // what replaces mine is on as mine is
  if (item.answer === "takePack" || item.status === "same") return null;
  return (
    <>
      <Quiet>, starts {item.on ? "switched on" : "paused"}</Quiet>{" "}
      <Act onClick={() => onAnswer({ ...answers, on: { ...answers.on, [item.key]: !item.on } })}>
        {item.on ? "start paused" : "switch it on"}
      </Act>
    </>
  );
};

/** A part that is new comes in unless it is left out. */
const NewPart = ({ item, answers, onAnswer }: OfItem) => {
  const { [item.id]: _, ...others } = answers.items;
  const isLeftOut = item.answer === "keepMine";
  const act = isLeftOut ? "bring it" : "leave it out";
  return (
    <>
      {isLeftOut ? <Quiet>left out</Quiet> : "new"}
      {isLeftOut ? null : <Beginning item={item} answers={answers} onAnswer={onAnswer} />}{" "}
      <Act
        onClick={() =>
          onAnswer({ ...answers, items: isLeftOut ? others : { ...others, [item.id]: "keepMine" } })
        }
        aria-label={`${act}: ${item.name}`}
        style={{ marginLeft: 10 }}
      >
        {act}
      </Act>
    </>
  );
};

/** A menu of the pack gives way to the site's own of the same name, unless the pack's is wanted. */
const MenuChoice = ({ item, answers, onAnswer }: OfItem) => {
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

export const ItemLine = ({ item, answers, onAnswer }: OfItem) => {
  const what = item.type === "part" && item.slot ? slotName(item.slot) : item.type;
  return (
    <li>
      {what} <strong>{item.name}</strong>:{" "}
      {!item.isNeeded ? (
        <Quiet>not needed: what uses it is left out</Quiet>
      ) : item.substitute !== null ? (
        <MenuChoice item={item} answers={answers} onAnswer={onAnswer} />
      ) : item.status === "same" ? (
        <Quiet>same as yours, nothing happens</Quiet>
      ) : isAsked(item) ? (
        <>
          <Wrong>{item.status === "alike" ? "there is another of this name" : "differs"}</Wrong>
          {item.type === "part" && item.answer !== null && item.answer !== "keepMine" ? (
            <Beginning item={item} answers={answers} onAnswer={onAnswer} />
          ) : null}
        </>
      ) : item.type === "part" ? (
        <NewPart item={item} answers={answers} onAnswer={onAnswer} />
      ) : (
        "new"
      )}
    </li>
  );
};
