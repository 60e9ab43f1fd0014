"use client";
import { Box, Checkbox, FormControlLabel } from "@mui/material";
import { useState } from "react";
import { FONT_USES, type TextLook } from "../../core/model/house-style";
import { sizesOf } from "../../core/model/text-looks";
import { valueAt } from "../../core/model/values";
import { Act, Quiet } from "../theme/pieces";
import { OneOf } from "./ChoiceInput";
import { DecimalField } from "./DecimalField";
import { NumberInput } from "./NumberInput";

interface Props {
  readonly name: string;
  readonly look: TextLook;
  readonly onChange: (field: keyof TextLook, value: unknown) => void;
}

/** One text style: size, weight and line height on a line, the rest behind "more". */
export const TypeFields = ({ name, look, onChange }: Props) => {
  const [isOpen, setOpen] = useState(false);
  const about = [
    look.family === "text" ? "" : FAMILY_WORDS[look.family],
    look.sizeOn.middle === undefined && look.sizeOn.small === undefined
      ? ""
      : "another size on narrower screens",
    look.spacing === 0 ? "" : `spaced ${look.spacing} em`,
    look.upper ? "upper case" : "",
  ].filter((each) => each !== "");
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      <FirstFields name={name} look={look} onChange={onChange} />
      {isOpen ? <MoreFields name={name} look={look} onChange={onChange} /> : null}
      <Box sx={{ fontSize: 12, display: "flex", gap: 1, "& button": { minHeight: 24 } }}>
        <Act
          aria-expanded={isOpen}
          aria-label={`${isOpen ? "Less" : "More"} of ${name}`}
          onClick={() => setOpen(!isOpen)}
          style={{ fontWeight: 400 }}
        >
          {isOpen ? "less" : "more"}
        </Act>
        {isOpen ? null : <Quiet>{about.join(", ")}</Quiet>}
      </Box>
    </Box>
  );
};

const FirstFields = ({ name, look, onChange }: Props) => (
  <Box sx={{ display: "grid", gridTemplateColumns: "1.3fr 0.9fr 1fr", gap: 0.75 }}>
    <DecimalField
      label={`${name}: size`}
      value={look.size}
      min={0.5}
      max={10}
      step={0.05}
      unit="rem"
      onChange={(next) => onChange("size", next)}
    />
    <NumberInput
      label={`${name}: weight`}
      value={look.weight}
      min={1}
      max={1000}
      onChange={(next) => onChange("weight", next)}
    />
    <DecimalField
      label={`${name}: line height`}
      value={look.lineHeight}
      min={0.8}
      max={3}
      step={0.05}
      unit="×"
      onChange={(next) => onChange("lineHeight", next)}
    />
  </Box>
);

const MoreFields = ({ name, look, onChange }: Props) => (
  <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 0.75, alignItems: "center" }}>
    {(["middle", "small"] as const).map((width) => (
      <SizeOn key={width} width={width} name={name} look={look} onChange={onChange} />
    ))}
    <OneOf
      id={`family-${name}`}
      label={`${name}: family`}
      value={look.family}
      options={FONT_USES.map((use) => [use, FAMILY_WORDS[use]])}
      onChange={(next) => onChange("family", next)}
    />
    <DecimalField
      label={`${name}: letter spacing`}
      value={look.spacing}
      min={-0.2}
      max={1}
      step={0.01}
      unit="em"
      onChange={(next) => onChange("spacing", next)}
    />
    <FormControlLabel
      control={
        <Checkbox
          size="small"
          checked={look.upper}
          onChange={(event) => onChange("upper", event.target.checked)}
        />
      }
      label="upper case"
    />
  </Box>
);

/** The size on narrower screens: as on the wider ones until it is another one. */
const SizeOn = ({ width, name, look, onChange }: Props & { readonly width: "middle" | "small" }) => {
  const own = look.sizeOn[width];
  const { [width]: _, ...others } = look.sizeOn;
  const wider = valueAt(sizesOf({ ...look, sizeOn: others }), width);
  return (
    <DecimalField
      label={`${name}: size on ${width} screens`}
      value={own ?? wider}
      min={0.5}
      max={10}
      step={0.05}
      unit={`rem ${width}`}
      onChange={(next) => onChange("sizeOn", next === wider ? others : { ...others, [width]: next })}
    />
  );
};

const FAMILY_WORDS: Readonly<Record<(typeof FONT_USES)[number], string>> = {
  text: "family of text",
  headings: "family of headings",
  third: "the third family",
};
