"use client";
import { Box, Switch, styled, TextField } from "@mui/material";
import { type ReactNode, useId } from "react";
import type { Sides } from "../../core/model/look";
import type { Place } from "../../core/model/place";
import type { RichText } from "../../core/model/rich-text";
import type { Video } from "../../core/model/video";
import type { Control, FieldSpec } from "../../messages/controls";
import { asTypedWords, fieldName } from "../../messages/fields";
import { useAboutSite } from "../client/about-site";
import { Act } from "../theme/pieces";
import { audienceOptions } from "./audience-options";
import { ManyOf, OneOf } from "./ChoiceInput";
import { EntriesInput } from "./EntriesInput";
import { EntryInput } from "./EntryInput";
import { MenuButtonInput } from "./MenuButtonInput";
import { MomentField } from "./MomentField";
import { NumberInput } from "./NumberInput";
import { LayersInput } from "./OrderInput";
import { PerWidth } from "./PerWidth";
import { PictureInput } from "./PictureInput";
import { PlaceInput } from "./PlaceInput";
import { SidesInput } from "./SidesInput";
import { ColourInput, MarkdownInput, TargetInput } from "./SiteInput";
import { TextStyleInput } from "./TextStyleInput";
import { VideoInput } from "./VideoInput";

interface Props {
  readonly spec: FieldSpec;
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
}

/** Heard and not seen. */
const UNSEEN = {
  position: "absolute",
  width: 1,
  height: 1,
  overflow: "hidden",
  clipPath: "inset(50%)",
} as const;

/** The field of a setting alone: who hears the screen is told its name. */
export const BareField = ({ spec, value, onChange }: Props) => {
  const id = useId();
  const label = spec.label ?? fieldName(spec.path.at(-1) ?? "");
  return (
    <Box sx={{ minWidth: 0 }}>
      <label htmlFor={id} id={`${id}-label`} style={UNSEEN}>
        {label}
      </label>
      <Input id={id} label={label} spec={spec} value={value} onChange={onChange} />
    </Box>
  );
};

/** Fields that take the whole line, below their name. */
const TALL: ReadonlySet<Control["type"]> = new Set(["markdown", "place", "entries"]);

/** One setting in one line: its name, its field, and signs of what can be done with it where there are any. */
export const Field = ({
  spec,
  value,
  onChange,
  signs,
  mark = {},
}: Props & {
  readonly signs?: ReactNode;
  /** Attributes by which the line is found. */
  readonly mark?: Readonly<Record<string, string>>;
}) => {
  const id = useId();
  const label = spec.label ?? fieldName(spec.path.at(-1) ?? "");
  const { type } = spec.control;
  const shape = TALL.has(type) ? "tall" : type === "switch" ? "switch" : "";
  return (
    <Line {...mark} className={`${shape} ${signs === undefined ? "" : "signed"}`}>
      <label htmlFor={id} id={`${id}-label`} title={label}>
        {label}
      </label>
      <Input id={id} label={label} spec={spec} value={value} onChange={onChange} />
      {signs === undefined ? null : <Signs>{signs}</Signs>}
    </Line>
  );
};

const Line = styled("div")(({ theme }) => ({
  display: "grid",
  gridTemplateColumns: "116px minmax(0,1fr)",
  columnGap: theme.spacing(1),
  alignItems: "center",
  minHeight: 34,
  paddingBlock: 2,
  "&.signed": { gridTemplateColumns: "116px minmax(0,1fr) auto", columnGap: 6 },
  "&.tall": { gridTemplateColumns: "minmax(0,1fr)", rowGap: theme.spacing(0.5) },
  // names of switches have the room that other fields take
  "&.switch": { gridTemplateColumns: "minmax(0,1fr) auto" },
  "&.switch.signed": { gridTemplateColumns: "minmax(0,1fr) auto auto" },
  "& > label": {
    color: theme.vars?.palette.text.secondary,
    lineHeight: 1.3,
    whiteSpace: "nowrap",
    overflow: "hidden",
    textOverflow: "ellipsis",
  },
}));

const Signs = styled("span")({ display: "flex", minWidth: 19, alignItems: "center" });

interface InputProps extends Props {
  readonly id: string;
  readonly label: string;
}

/** How one kind of setting is edited. */
type Edited<T extends Control["type"]> = (
  props: Omit<InputProps, "spec"> & { readonly control: Extract<Control, { readonly type: T }> },
) => ReactNode;

const Input = ({ spec, ...rest }: InputProps) => {
  const Edit = INPUTS[spec.control.type] as Edited<Control["type"]>;
  return <Edit {...rest} control={spec.control} />;
};

/** One of something the site has, or none. */
const OneOrNone = ({
  options,
  value,
  ...rest
}: Omit<InputProps, "spec"> & { readonly options: readonly (readonly [string, string])[] }) => (
  <OneOf {...rest} value={String(value)} options={[["", "none"], ...options]} />
);
const named = (all: readonly { readonly id: string; readonly name: string }[]) =>
  all.map(({ id, name }) => [id, name] as const);

/** A field for every kind of setting there is. */
const INPUTS: { readonly [T in Control["type"]]: Edited<T> } = {
  text: ({ id, value, onChange, control: { empty } }) => (
    <TextField
      id={id}
      placeholder={empty}
      value={String(value ?? "")}
      onChange={(event) => onChange(event.target.value)}
      helperText={asTypedWords(String(value ?? ""))}
      fullWidth
    />
  ),
  number: ({ id, value, onChange, control: { min = 0, ...control } }) => (
    <NumberInput id={id} value={Number(value ?? 0)} min={min} {...control} onChange={onChange} />
  ),
  count: ({ value, onChange, control, ...rest }) => (
    <OneOf
      {...rest}
      value={String(value)}
      options={control.options.map(([number, words]) => [String(number), words])}
      onChange={(next) => onChange(Number(next))}
    />
  ),
  perWidth: ({ id, label, value, onChange, control: { min = 0, ...control } }) => (
    <PerWidth id={id} label={label} value={value as never} min={min} {...control} onChange={onChange} />
  ),
  one: ({ value, control, ...rest }) => (
    <OneOf {...rest} value={String(value ?? "")} options={control.options} />
  ),
  textStyle: ({ value, control, ...rest }) => (
    <TextStyleInput {...rest} value={String(value ?? "")} options={control.options} />
  ),
  sides: ({ value, control: _, ...rest }) => <SidesInput {...rest} value={value as Sides} />,
  many: ({ value, control, ...rest }) => (
    <ManyOf {...rest} value={value as string[]} options={control.options} empty={control.empty} />
  ),
  order: ({ label, value, onChange, control: { options } }) => (
    <LayersInput label={label} value={value as string[]} options={options} onChange={onChange} />
  ),
  switch: ({ id, value, onChange }) => (
    <Switch
      id={id}
      size="small"
      checked={value === true}
      onChange={(_, on) => onChange(on)}
      slotProps={{ input: { "aria-labelledby": `${id}-label` } }}
    />
  ),
  markdown: ({ id, value, onChange }) => (
    <MarkdownInput id={id} value={value as RichText} onChange={onChange} />
  ),
  menu: ({ control: _, ...rest }) => <OneOrNone {...rest} options={named(useAboutSite().about.menus)} />,
  piece: ({ control: _, ...rest }) => <OneOrNone {...rest} options={named(useAboutSite().about.pieces)} />,
  picture: ({ control: _, ...rest }) => <PictureInput {...rest} value={String(rest.value ?? "")} />,
  pictures: ({ value, control: _, ...rest }) => (
    <ManyOf {...rest} value={value as string[]} options={named(useAboutSite().about.pictures)} isOrdered />
  ),
  video: ({ id, value, onChange }) => (
    <VideoInput id={id} value={value as Video | null} onChange={onChange} />
  ),
  kinds: ({ value, control: _, ...rest }) => (
    <ManyOf
      {...rest}
      value={value as string[]}
      options={Object.entries(useAboutSite().about.vocabulary.kinds)}
      empty="all kinds"
    />
  ),
  terms: ({ value, control, ...rest }) => (
    <ManyOf
      {...rest}
      value={value as string[]}
      options={Object.entries(useAboutSite().about.vocabulary.terms)}
      empty={control.empty ?? "anything"}
    />
  ),
  authors: ({ value, control: _, ...rest }) => (
    <ManyOf
      {...rest}
      value={value as string[]}
      options={Object.entries(useAboutSite().about.vocabulary.authors)}
      empty="anyone"
    />
  ),
  grouping: ({ value, control: _, ...rest }) => (
    <OneOf
      {...rest}
      value={String(value ?? "")}
      options={[["", "the first there is"], ...Object.entries(useAboutSite().about.vocabulary.groupings)]}
    />
  ),
  entries: ({ id, label, value, onChange }) => (
    <EntriesInput id={id} label={label} value={value as string[]} onChange={onChange} />
  ),
  ownField: ({ control: _, ...rest }) => (
    <OneOrNone {...rest} options={named(useAboutSite().about.ownFields)} />
  ),
  audience: ({ value, control: _, ...rest }) => (
    <OneOf {...rest} value={String(value ?? "")} options={audienceOptions(useAboutSite().about.levels)} />
  ),
  menuButton: ({ value, control: _, ...rest }) => <MenuButtonInput {...rest} value={value as never} />,
  colour: ({ value, control, ...rest }) => (
    <ColourInput {...rest} value={String(value)} empty={control.empty} />
  ),
  moment: ({ id, value, onChange }) => (
    <MomentField
      id={id}
      value={value === "" ? null : String(value)}
      onChange={(instant) => onChange(instant ?? "")}
    />
  ),
  place: ({ id, value, onChange }) => (
    <PlaceInput id={id} value={value as Place | null} onChange={onChange} />
  ),
  entry: ({ id, value, onChange }) => (
    <EntryInput id={id} value={value as { identity: string } | null} onChange={onChange} />
  ),
  targetOrNone: ({ id, value, onChange }) =>
    value === null ? (
      <Act onClick={() => onChange({ url: "/" })}>Give it a link</Act>
    ) : (
      <Box sx={{ display: "grid", gap: 0.5 }}>
        <TargetInput id={id} value={value as never} onChange={onChange} />
        <Act onClick={() => onChange(null)}>No link</Act>
      </Box>
    ),
  target: ({ id, value, onChange }) => <TargetInput id={id} value={value as never} onChange={onChange} />,
};
