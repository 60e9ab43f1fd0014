"use client";
import {
  Autocomplete,
  Box,
  Checkbox,
  ListItemText,
  MenuItem,
  Select,
  Switch,
  TextField,
} from "@mui/material";
import { useEffect, useId, useState } from "react";
import { formatMarkdown, parseMarkdown } from "../../core/content/markdown";
import { COLOUR_ROLES } from "../../core/model/design";
import { WIDTHS } from "../../core/model/part";
import { LinkTarget, type RichText } from "../../core/model/rich-text";
import { fieldName } from "../../messages/fields";
import { WIDTH_NAMES } from "../../messages/words";
import { useFrame } from "../shell/frame";
import { Act, Quiet, Wrong } from "../theme/pieces";
import { readNumber } from "./arithmetic";
import type { FieldSpec } from "./controls";

interface Props {
  readonly spec: FieldSpec;
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
}

/** One setting: its name at the left, its field at the right. */
export const Field = ({ spec, value, onChange }: Props) => {
  const id = useId();
  const label = spec.label ?? fieldName(spec.path.at(-1) ?? "");
  const tall = spec.control.type === "markdown";
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: tall ? "1fr" : "114px minmax(0,1fr)",
        gap: tall ? 0.5 : 1,
        alignItems: "center",
        minHeight: 34,
        py: "2px",
      }}
    >
      <Box
        component="label"
        htmlFor={id}
        id={`${id}-label`}
        sx={{ color: "text.secondary", lineHeight: 1.3 }}
      >
        {label}
      </Box>
      <Input id={id} label={label} spec={spec} value={value} onChange={onChange} />
    </Box>
  );
};

interface InputProps extends Props {
  readonly id: string;
  readonly label: string;
}

const Input = ({ id, label, spec, value, onChange }: InputProps) => {
  const { control } = spec;
  switch (control.type) {
    case "text":
    case "longText":
      return (
        <TextField
          id={id}
          value={String(value ?? "")}
          onChange={(event) => onChange(event.target.value)}
          fullWidth
        />
      );
    case "number":
      return (
        <NumberInput
          id={id}
          value={Number(value ?? 0)}
          min={control.min ?? 0}
          max={control.max}
          unit={control.unit}
          onChange={onChange}
        />
      );
    case "level":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value)}
          options={[2, 3, 4, 5, 6].map((level) => [String(level), `H${level}`])}
          onChange={(next) => onChange(Number(next))}
        />
      );
    case "perWidth":
      return (
        <PerWidth
          id={id}
          value={value as never}
          min={control.min ?? 0}
          max={control.max}
          unit={control.unit}
          onChange={onChange}
        />
      );
    case "one":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value ?? "")}
          options={control.options}
          onChange={onChange}
        />
      );
    case "many":
      return (
        <ManyOf
          id={id}
          label={label}
          value={value as string[]}
          options={control.options}
          onChange={onChange}
        />
      );
    case "switch":
      return (
        <Switch
          id={id}
          size="small"
          checked={value === true}
          onChange={(_, on) => onChange(on)}
          slotProps={{ input: { "aria-labelledby": `${id}-label` } }}
        />
      );
    case "markdown":
      return <MarkdownInput id={id} value={value as RichText} onChange={onChange} />;
    default:
      return <Chooser id={id} label={label} spec={spec} value={value} onChange={onChange} />;
  }
};

/** Settings that point at something of the site. */
const Chooser = ({ id, label, spec, value, onChange }: InputProps) => {
  const { frame } = useFrame();
  switch (spec.control.type) {
    case "menu":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value)}
          options={[["", "none"], ...frame.menus.map((menu) => [menu.id, menu.name] as const)]}
          onChange={onChange}
        />
      );
    case "picture":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value)}
          options={[["", "none"], ...frame.pictures.map((picture) => [picture.id, picture.name] as const)]}
          onChange={onChange}
        />
      );
    case "kinds":
      return (
        <ManyOf
          id={id}
          label={label}
          value={value as string[]}
          options={Object.entries(frame.vocabulary.kinds)}
          onChange={onChange}
          empty="all kinds"
        />
      );
    case "terms":
      return (
        <ManyOf
          id={id}
          label={label}
          value={value as string[]}
          options={Object.entries(frame.vocabulary.terms)}
          onChange={onChange}
          empty="anything"
        />
      );
    case "colour":
      return <ColourInput id={id} label={label} value={String(value)} onChange={onChange} />;
    case "target":
      return <TargetInput id={id} value={value as never} onChange={onChange} />;
    default:
      throw new Error(`field: expected a known control, got ${spec.control.type}`);
  }
};

/** Numbers by arrows (±1, Shift ±8) and small sums such as 20+4. */
const NumberInput = ({
  id,
  value,
  min,
  max,
  unit,
  onChange,
  label,
}: {
  readonly id?: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly unit?: string | undefined;
  readonly label?: string;
  readonly onChange: (value: number) => void;
}) => {
  const [text, setText] = useState(String(value));
  useEffect(() => setText(String(value)), [value]);
  const take = (next: number) => onChange(Math.min(max, Math.max(min, next)));
  return (
    <TextField
      {...(id ? { id } : {})}
      value={text}
      fullWidth
      error={readNumber(text) === undefined}
      onChange={(event) => {
        setText(event.target.value);
        const plain = /^\d+$/.test(event.target.value.trim()) ? readNumber(event.target.value) : undefined;
        if (plain !== undefined && plain >= min && plain <= max) onChange(plain);
      }}
      onBlur={() => {
        const next = readNumber(text);
        if (next === undefined) setText(String(value));
        else take(next);
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") {
          const next = readNumber(text);
          if (next !== undefined) take(next);
        }
        const step = { ArrowUp: 1, ArrowDown: -1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        take(value + step * (event.shiftKey ? 8 : 1));
      }}
      slotProps={{
        htmlInput: { inputMode: "numeric", ...(label ? { "aria-label": label } : {}) },
        input: unit ? { endAdornment: <Quiet style={{ fontSize: 12 }}>{unit}</Quiet> } : {},
      }}
    />
  );
};

/** A value per width: one number until it differs on a narrower one. */
const PerWidth = ({
  id,
  value,
  min,
  max,
  unit,
  onChange,
}: {
  readonly id: string;
  readonly value: { wide: number; middle?: number; small?: number };
  readonly min: number;
  readonly max: number;
  readonly unit?: string | undefined;
  readonly onChange: (value: unknown) => void;
}) => {
  const shown = WIDTHS.filter((width) => width === "wide" || value[width] !== undefined);
  const hidden = WIDTHS.filter((width) => width !== "wide" && value[width] === undefined);
  const set = (width: (typeof WIDTHS)[number], next: number | undefined) => {
    const { [width]: _, ...rest } = value;
    onChange(next === undefined ? rest : { ...rest, [width]: next });
  };
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      {shown.map((width) => (
        <Box key={width} sx={{ display: "flex", gap: 1, alignItems: "center" }}>
          <NumberInput
            {...(width === "wide" ? { id } : { label: `on ${WIDTH_NAMES[width]}` })}
            value={value[width] ?? 0}
            min={min}
            max={max}
            unit={shown.length > 1 ? `${unit ?? ""} ${WIDTH_NAMES[width]}` : unit}
            onChange={(next) => set(width, next)}
          />
          {width === "wide" ? null : (
            <Act onClick={() => set(width, undefined)} aria-label={`Same on ${WIDTH_NAMES[width]} as wider`}>
              same
            </Act>
          )}
        </Box>
      ))}
      {hidden.length > 0 ? (
        <Box sx={{ display: "flex", gap: 1.5, fontSize: 12 }}>
          {hidden.map((width) => (
            <Act key={width} onClick={() => set(width, value.wide)} style={{ fontWeight: 400 }}>
              other on {WIDTH_NAMES[width]}
            </Act>
          ))}
        </Box>
      ) : null}
    </Box>
  );
};

type Options = readonly (readonly [string, string])[];

const OneOf = ({
  id,
  label,
  value,
  options,
  onChange,
}: {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly options: Options;
  readonly onChange: (value: string) => void;
}) => (
  <Select
    id={id}
    value={options.some(([key]) => key === value) ? value : ""}
    displayEmpty
    fullWidth
    onChange={(event) => onChange(event.target.value)}
    SelectDisplayProps={{ "aria-label": label }}
    renderValue={(key) => options.find(([each]) => each === key)?.[1] ?? "gone"}
  >
    {options.map(([key, words]) => (
      <MenuItem key={key} value={key}>
        {words}
      </MenuItem>
    ))}
  </Select>
);

const ManyOf = ({
  id,
  label,
  value,
  options,
  onChange,
  empty = "none",
}: {
  readonly id: string;
  readonly label: string;
  readonly value: readonly string[];
  readonly options: Options;
  readonly onChange: (value: string[]) => void;
  readonly empty?: string;
}) => (
  <Select
    id={id}
    multiple
    displayEmpty
    fullWidth
    value={[...value]}
    onChange={(event) =>
      onChange(options.map(([key]) => key).filter((key) => (event.target.value as string[]).includes(key)))
    }
    SelectDisplayProps={{ "aria-label": label }}
    renderValue={(keys) =>
      keys.length === 0
        ? empty
        : keys.map((key) => options.find(([each]) => each === key)?.[1] ?? "gone").join(", ")
    }
  >
    {options.map(([key, words]) => (
      <MenuItem key={key} value={key} dense>
        <Checkbox size="small" checked={value.includes(key)} sx={{ p: 0.5 }} />
        <ListItemText primary={words} />
      </MenuItem>
    ))}
  </Select>
);

const ROLE_NAMES: Readonly<Record<(typeof COLOUR_ROLES)[number], string>> = {
  background: "background",
  text: "text",
  mutedText: "muted text",
  accent: "accent",
  textOnAccent: "text on accent",
  line: "line",
  surface: "surface",
};

/** A role or a named colour of the house style; or any colour, typed in as #rrggbb. */
const ColourInput = ({
  id,
  label,
  value,
  onChange,
}: {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}) => {
  const { frame } = useFrame();
  const typed = value.startsWith("#");
  const [text, setText] = useState(typed ? value : "");
  useEffect(() => setText(value.startsWith("#") ? value : ""), [value]);
  const options: Options = [
    ["", "as the house style"],
    ...COLOUR_ROLES.map((role) => [`role:${role}`, ROLE_NAMES[role]] as const),
    ...frame.palette.map((colour) => [`colour:${colour.id}`, colour.name] as const),
    ["typed", "typed in …"],
  ];
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      <OneOf
        id={id}
        label={label}
        value={typed ? "typed" : value}
        options={options}
        onChange={(next) => onChange(next === "typed" ? "#808080" : next)}
      />
      {typed ? (
        <TextField
          value={text}
          error={!/^#[0-9a-f]{6}$/i.test(text)}
          onChange={(event) => {
            setText(event.target.value);
            if (/^#[0-9a-f]{6}$/i.test(event.target.value)) onChange(event.target.value.toLowerCase());
          }}
          slotProps={{
            htmlInput: { "aria-label": `${label}, as #rrggbb` },
            input: {
              startAdornment: (
                <Box
                  sx={{
                    width: 14,
                    height: 14,
                    borderRadius: "3px",
                    border: 1,
                    borderColor: "divider",
                    mr: 1,
                    flex: "none",
                    background: value,
                  }}
                />
              ),
            },
          }}
        />
      ) : null}
    </Box>
  );
};

type TargetValue = { identity: string } | { url: string };

/** A page by its title, or an address typed in. */
const TargetInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: TargetValue;
  readonly onChange: (value: TargetValue) => void;
}) => {
  const { frame } = useFrame();
  const [text, setText] = useState("url" in value ? value.url : "");
  const pages = Object.entries(frame.vocabulary.entries).map(([entry, title]) => ({
    identity: `entry:${entry}`,
    title,
  }));
  const shown =
    "identity" in value
      ? (pages.find((page) => page.identity === value.identity)?.title ?? "an archive or a page that is gone")
      : text;
  const bad = !("identity" in value) && !LinkTarget.safeParse(text).success;
  return (
    <Box>
      <Autocomplete
        id={id}
        freeSolo
        options={pages}
        getOptionLabel={(option) => (typeof option === "string" ? option : option.title)}
        getOptionKey={(option) => (typeof option === "string" ? option : option.identity)}
        inputValue={shown}
        onInputChange={(_, next, reason) => {
          if (reason !== "input") return;
          setText(next);
          if (LinkTarget.safeParse(next).success) onChange({ url: next.trim() });
          else if ("identity" in value) onChange({ url: "/" });
        }}
        onChange={(_, option) => {
          if (option && typeof option !== "string") onChange({ identity: option.identity });
        }}
        renderInput={(params) => <TextField {...params} error={bad} />}
      />
      {bad ? (
        <Wrong style={{ fontSize: 12, fontWeight: 400 }}>
          A page, or an address with https:, mailto: or tel:
        </Wrong>
      ) : null}
    </Box>
  );
};

const MarkdownInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: RichText;
  readonly onChange: (value: RichText) => void;
}) => {
  const [text, setText] = useState(() => formatMarkdown(value));
  return (
    <TextField
      id={id}
      value={text}
      multiline
      minRows={3}
      maxRows={12}
      fullWidth
      helperText="**bold**, *slanted*, [words](/path/), - a list"
      onChange={(event) => {
        setText(event.target.value);
        onChange(parseMarkdown(event.target.value));
      }}
    />
  );
};
