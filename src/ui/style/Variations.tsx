"use client";
import { Box } from "@mui/material";
import { useMemo, useState } from "react";
import type { Operation } from "../../core/design/operations";
import { type HouseStyle, type StyleValues, valuesOf } from "../../core/model/house-style";
import { styleDifferences, takeOver, withDifference } from "../../core/style/differences";
import { differenceName, differenceValue } from "../../messages/style";
import { count } from "../../messages/words";
import { Swatch } from "../fields/ColourField";
import { MakeNamed } from "../fields/MakeNamed";
import { useRoom } from "../preview/useRoom";
import { Act, Empty, Quiet, Row, Rows } from "../theme/pieces";
import { StyledPage } from "./StyledPage";

interface VariationsProps {
  readonly style: HouseStyle;
  readonly apply: (operations: readonly Operation[]) => boolean;
}

/** Styles kept by name: compared with the one at hand side by side, taken over as a whole or value by value. */
export const Variations = ({ style, apply }: VariationsProps) => {
  const [open, setOpen] = useState<string | null>(null);
  const setAll = (variations: HouseStyle["variations"]) =>
    apply([{ op: "set", id: "style", path: ["variations"], value: variations, was: style.variations }]);
  const keep = (name: string) => {
    const taken = new Set(style.variations.map(({ id }) => id));
    let number = style.variations.length + 1;
    while (taken.has(`v${number}`)) number += 1;
    setAll([...style.variations, { id: `v${number}`, name, values: valuesOf(style) }]);
  };
  const chosen = style.variations.find(({ id }) => id === open);
  return (
    <Box>
      <Box sx={{ mb: 1.5 }}>
        <MakeNamed
          hint="Name, such as Winter"
          label="Name of the variation"
          words="Keep the style as it is now"
          variant="contained"
          isPending={false}
          onMake={async (name) => keep(name)}
        />
      </Box>
      {style.variations.length === 0 ? (
        <Empty title="No variation is kept">
          Keep the style under a name before you try something: then compare the two, and go back as a whole
          or value by value.
        </Empty>
      ) : (
        <Rows aria-label="Variations">
          {style.variations.map((variation) => (
            <VariationLine
              key={variation.id}
              style={style}
              variation={variation}
              isOpen={open === variation.id}
              onOpen={() => setOpen(open === variation.id ? null : variation.id)}
              onUse={() => apply(takeOver(valuesOf(style), variation.values))}
              onDrop={() => setAll(style.variations.filter(({ id }) => id !== variation.id))}
            />
          ))}
        </Rows>
      )}
      {chosen ? <Comparison style={style} name={chosen.name} values={chosen.values} apply={apply} /> : null}
    </Box>
  );
};

const differWords = (values: number): string =>
  values === 0
    ? "as the style is now"
    : values === 1
      ? "1 value differs"
      : `${count(values, "value")} differ`;

const VariationLine = ({
  style,
  variation,
  isOpen,
  onOpen,
  onUse,
  onDrop,
}: {
  readonly style: HouseStyle;
  readonly variation: HouseStyle["variations"][number];
  readonly isOpen: boolean;
  readonly onOpen: () => void;
  readonly onUse: () => void;
  readonly onDrop: () => void;
}) => {
  const { name, values } = variation;
  const differing = styleDifferences(valuesOf(style), values).length;
  return (
    <Row>
      <Box sx={{ display: "flex" }}>
        {values.palette.slice(0, 6).map(({ id, value }) => (
          <Swatch key={id} value={value} size={16} />
        ))}
      </Box>
      <strong>{name}</strong>
      <Quiet>{differWords(differing)}</Quiet>
      <Box sx={{ ml: "auto", display: "flex", gap: 1.5 }}>
        <Act aria-expanded={isOpen} aria-label={`Compare ${name}`} onClick={onOpen}>
          Compare
        </Act>
        <Act disabled={differing === 0} aria-label={`Use ${name}`} onClick={onUse}>
          Use it
        </Act>
        <Act aria-label={`Remove ${name}`} onClick={onDrop}>
          Remove
        </Act>
      </Box>
    </Row>
  );
};

interface ComparisonProps {
  readonly style: HouseStyle;
  readonly name: string;
  readonly values: StyleValues;
  readonly apply: (operations: readonly Operation[]) => boolean;
}

const Comparison = ({ style, name, values, apply }: ComparisonProps) => {
  const { desk, room } = useRoom();
  const now = valuesOf(style);
  const differences = styleDifferences(now, values);
  const other = useMemo((): HouseStyle => ({ ...style, ...values }), [style, values]);
  const half = (room - 14) / 2;
  return (
    <Box ref={desk} sx={{ mt: 2 }}>
      <Box sx={{ display: "flex", gap: "14px", overflow: "hidden" }}>
        <StyledPage style={style} name="as it is now" room={half} />
        <StyledPage style={other} name={name} room={half} />
      </Box>
      <Box
        component="ul"
        aria-label={`What differs in ${name}`}
        sx={{ listStyle: "none", m: 0, mt: 1.5, p: 0 }}
      >
        {differences.map((difference) => (
          <Row key={difference.path.join(" ")}>
            <span style={{ minWidth: 200 }}>{differenceName(difference)}</span>
            <Value value={difference.before} /> <Quiet>→</Quiet> <Value value={difference.after} />
            <Act
              style={{ marginLeft: "auto" }}
              aria-label={`Use ${differenceName(difference)} of ${name}`}
              onClick={() => apply(takeOver(now, withDifference(now, difference)))}
            >
              Use this one
            </Act>
          </Row>
        ))}
      </Box>
    </Box>
  );
};

const Value = ({ value }: { readonly value: unknown }) => {
  const text = differenceValue(value);
  return (
    <Box component="span" sx={{ display: "inline-flex", gap: 0.75, alignItems: "center" }}>
      {text.startsWith("#") ? <Swatch value={text} size={15} /> : null}
      {text}
    </Box>
  );
};
