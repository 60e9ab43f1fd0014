"use client";
import CloseIcon from "@mui/icons-material/Close";
import { Box, IconButton, Typography } from "@mui/material";
import type { Clause } from "../../../core/model/placement";
import { describeClause } from "../../../messages/placement-sentences";
import { GONE, type Vocabulary } from "../../../messages/vocabulary";
import { useAboutSite } from "../../client/about-site";
import { type Place, PlacePicker } from "../../fields/PlacePicker";
import { Act, Quiet, Rows, Wrong } from "../../theme/pieces";
import { usePlaceWords } from "./usePlaceWords";

interface Line {
  clauses: Clause[];
}
interface LinesProps {
  readonly title: string;
  readonly nothing: string;
  readonly lines: readonly Line[];
  /** Lines of a placement may ask for every page and say who looks; exceptions may not. */
  readonly whole: boolean;
  readonly onChange: (lines: Line[]) => void;
  readonly onAudience?: (audience: string) => void;
}

/** Lines as sentences, each with what can be taken out of it and added to it. */
export const Lines = ({ title, nothing, lines, whole, onChange, onAudience }: LinesProps) => {
  const { about } = useAboutSite();
  const { words, learn } = usePlaceWords(about.vocabulary);
  const replace = (index: number, next: Line | null) =>
    onChange(lines.flatMap((line, at) => (at === index ? (next ? [next] : []) : [line])));
  const add = (place: Place) => {
    learn(place);
    if (place.audience !== null) return onAudience?.(place.audience);
    const second = place.also ? [{ clauses: [place.also] }] : [];
    onChange([...lines, { clauses: place.clause ? [place.clause] : [] }, ...second]);
  };
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h2">{title}</Typography>
      <Rows>
        {lines.length === 0 ? (
          <Box component="li" sx={{ py: 1, color: "text.secondary" }}>
            {nothing}
          </Box>
        ) : null}
        {lines.map((line, index) => (
          <LineView
            key={`${index} ${JSON.stringify(line)}`}
            line={line}
            isFirst={index === 0}
            words={words}
            onLearn={learn}
            onChange={(next) => replace(index, next)}
          />
        ))}
      </Rows>
      <Box sx={{ maxWidth: 420 }}>
        <PlacePicker
          label={`${title}: another line`}
          placeholder={
            lines.length === 0 ? "type a kind, topic, page …" : "or on: type a kind, topic, page …"
          }
          whole={whole}
          pairs
          onPick={add}
        />
      </Box>
    </Box>
  );
};

/** One line as a sentence; each clause can go, and another can narrow it. */
const LineView = ({
  line,
  isFirst,
  words,
  onLearn,
  onChange,
}: {
  readonly line: Line;
  readonly isFirst: boolean;
  readonly words: Vocabulary;
  readonly onLearn: (place: Place) => void;
  readonly onChange: (line: Line | null) => void;
}) => {
  return (
    <Box component="li" sx={{ py: 1, borderBottom: 1, borderColor: "divider" }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 0.75 }}>
        <Quiet>{isFirst ? "" : "or"}</Quiet>
        {line.clauses.length === 0 ? <strong>every page</strong> : null}
        {line.clauses.map((clause, index) => (
          <ClauseView
            key={JSON.stringify(clause)}
            words={describeClause(clause, words)}
            isFirst={index === 0}
            onLeaveOut={
              line.clauses.length > 1
                ? () => onChange({ clauses: line.clauses.filter((_, at) => at !== index) })
                : null
            }
          />
        ))}
        <Act
          style={{ marginLeft: "auto" }}
          onClick={() => onChange(null)}
          aria-label={`Remove the line ${line.clauses.map((clause) => describeClause(clause, words)).join(", ") || "every page"}`}
        >
          Remove
        </Act>
      </Box>
      {line.clauses.length > 0 ? (
        <Box sx={{ maxWidth: 300, pl: 2 }}>
          <PlacePicker
            label="Narrow this line"
            placeholder="and that are also …"
            whole={false}
            onPick={(place) => {
              onLearn(place);
              if (place.clause) onChange({ clauses: [...line.clauses, place.clause] });
            }}
          />
        </Box>
      ) : null}
    </Box>
  );
};

const ClauseView = ({
  words,
  isFirst,
  onLeaveOut,
}: {
  readonly words: string;
  readonly isFirst: boolean;
  /** `null` for the only one. */
  readonly onLeaveOut: (() => void) | null;
}) => (
  <Box component="span" sx={{ display: "inline-flex", alignItems: "center", gap: 0.25 }}>
    {isFirst ? null : <Quiet style={{ marginRight: 6 }}>that are also</Quiet>}
    {words.includes(GONE) ? <Wrong>{words} (broken)</Wrong> : <strong>{words}</strong>}
    {onLeaveOut ? (
      <IconButton size="small" aria-label={`Leave out ${words}`} onClick={onLeaveOut}>
        <CloseIcon sx={{ fontSize: 14 }} />
      </IconButton>
    ) : null}
  </Box>
);
