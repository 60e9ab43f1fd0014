"use client";
import { Box, Button, MenuItem, Select, Typography } from "@mui/material";
import { type ImportAnswers, isAsked, type PlannedNeed } from "../../core/packs/plan";
import { count } from "../../messages/words";
import type { CallResult } from "../client/call";
import { ImpactView } from "../overview/ImpactView";
import { Quiet } from "../theme/pieces";
import { type Answering, ItemLine, ItemQuestion, NeedQuestion } from "./PlanQuestions";

interface PlanProps {
  readonly data: CallResult<"packPlan">;
  readonly answers: ImportAnswers;
  readonly onAnswer: (answers: ImportAnswers) => void;
  readonly onImport: () => void;
  readonly onCancel: () => void;
  readonly busy: boolean;
}

/** What a pack brings: questions first, then what comes in, and what it would change. */
export const Plan = ({ data, answers, onAnswer, onImport, onCancel, busy }: PlanProps) => {
  const { plan, impact } = data;
  const asked = plan.needs.filter((need) => need.match === null && need.parts.length > 0);
  const unlinked = plan.needs.filter((need) => need.match === null && need.parts.length === 0);
  const differing = plan.items.filter(isAsked);
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
      {plan.textStyles.length > 0 ? <TextStyles textStyles={plan.textStyles} /> : null}
      {impact ? (
        <Box>
          <Typography variant="h3">What it would change</Typography>
          <ImpactView impact={impact} />
        </Box>
      ) : null}
      <Box sx={{ display: "flex", gap: 1.5 }}>
        <Button variant="contained" onClick={onImport} disabled={busy || plan.open > 0}>
          {plan.open > 0 ? `Import: ${count(plan.open, "question")} still open` : "Import into the draft"}
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

const TextStyles = ({
  textStyles,
}: {
  readonly textStyles: CallResult<"packPlan">["plan"]["textStyles"];
}) => (
  <Box>
    Text styles of the pack
    <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, color: "text.secondary" }}>
      {textStyles.map(({ id, name, isThere }) => (
        <li key={id}>
          {name} {isThere ? "→ yours of that name" : "comes along with what wears it"}
        </li>
      ))}
    </Box>
  </Box>
);
