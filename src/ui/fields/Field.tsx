"use client";
import { Box, Switch, styled, TextField } from "@mui/material";
import { useId } from "react";
import type { Video } from "../../core/design/part";
import type { Sides } from "../../core/model/look";
import type { RichText } from "../../core/model/rich-text";
import type { FieldSpec } from "../../messages/controls";
import { fieldName } from "../../messages/fields";
import { useFrame } from "../client/frame";
import { Act } from "../theme/pieces";
import { audienceOptions } from "./audience-options";
import { ManyOf, OneOf } from "./ChoiceInput";
import { MenuButtonInput } from "./MenuButtonInput";
import { MomentField } from "./MomentField";
import { NumberInput, PerWidth } from "./NumberInput";
import { OrderInput } from "./OrderInput";
import { SidesInput } from "./SidesInput";
import { ColourInput, MarkdownInput, TargetInput } from "./SiteInput";
import { VideoInput } from "./VideoInput";

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
    <Line className={tall ? "tall" : ""}>
      <label htmlFor={id} id={`${id}-label`}>
        {label}
      </label>
      <Input id={id} label={label} spec={spec} value={value} onChange={onChange} />
    </Line>
  );
};

const Line = styled("div")(({ theme }) => ({
  display: "grid",
  gridTemplateColumns: "114px minmax(0,1fr)",
  gap: theme.spacing(1),
  alignItems: "center",
  minHeight: 34,
  paddingBlock: 2,
  "&.tall": { gridTemplateColumns: "1fr", gap: theme.spacing(0.5) },
  "& > label": { color: theme.vars?.palette.text.secondary, lineHeight: 1.3 },
}));

interface InputProps extends Props {
  readonly id: string;
  readonly label: string;
}

const Input = ({ id, label, spec, value, onChange }: InputProps) => {
  const { control } = spec;
  switch (control.type) {
    case "text":
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
    case "count":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value)}
          options={control.options.map(([number, words]) => [String(number), words])}
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
    case "sides":
      return <SidesInput id={id} label={label} value={value as Sides} onChange={onChange} />;
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
    case "order":
      return (
        <OrderInput label={label} value={value as string[]} options={control.options} onChange={onChange} />
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
    case "piece":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value)}
          options={[["", "none"], ...frame.pieces.map((piece) => [piece.id, piece.name] as const)]}
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
    case "video":
      return <VideoInput id={id} value={value as Video | null} onChange={onChange} />;
    case "pictures":
      return (
        <ManyOf
          id={id}
          label={label}
          value={value as string[]}
          options={frame.pictures.map((picture) => [picture.id, picture.name] as const)}
          onChange={onChange}
          isOrdered
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
    case "audience":
      return (
        <OneOf
          id={id}
          label={label}
          value={String(value ?? "")}
          options={audienceOptions(frame.levels)}
          onChange={onChange}
        />
      );
    case "menuButton":
      return <MenuButtonInput id={id} label={label} value={value as never} onChange={onChange} />;
    case "colour":
      return (
        <ColourInput
          id={id}
          label={label}
          value={String(value)}
          onChange={onChange}
          empty={spec.control.empty}
        />
      );
    case "moment":
      return (
        <MomentField
          id={id}
          value={value === "" ? null : String(value)}
          onChange={(instant) => onChange(instant ?? "")}
        />
      );
    case "targetOrNone":
      return value === null ? (
        <Act onClick={() => onChange({ url: "/" })}>Give it a link</Act>
      ) : (
        <Box sx={{ display: "grid", gap: 0.5 }}>
          <TargetInput id={id} value={value as never} onChange={onChange} />
          <Act onClick={() => onChange(null)}>No link</Act>
        </Box>
      );
    case "target":
      return <TargetInput id={id} value={value as never} onChange={onChange} />;
    default:
      throw new Error(`field: expected a known control, got ${spec.control.type}`);
  }
};
