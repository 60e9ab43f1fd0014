"use client";
import { Box } from "@mui/material";
import type { HouseStyle } from "../../core/model/house-style";
import { measurePairs, type Pair, type PairUses, styleUses } from "../../core/style/pairs";
import { findColour } from "../../core/style/resolve-colour";
import { pairUseWords } from "../../messages/style";
import { ROLE_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { Swatch } from "../fields/ColourField";
import { SheetLink } from "../shell/SheetLink";
import { Act, Mono, Quiet, Wrong } from "../theme/pieces";

const TABLE = {
  width: "100%",
  borderCollapse: "collapse",
  "& td, & th": {
    textAlign: "left",
    py: 0.75,
    pr: 1.5,
    borderBottom: 1,
    borderColor: "divider",
    verticalAlign: "top",
  },
  "& th": { fontSize: 12, color: "text.secondary", fontWeight: 600 },
} as const;

interface ContrastTableProps {
  readonly style: HouseStyle;
  readonly partUses: readonly PairUses[];
  /** Null for those who may only look. */
  readonly onRecolour: ((colour: string, value: string) => void) | null;
}

/** All pairs of text and ground in use, failing ones first; a failing one offers the nearest colour that passes. */
export const ContrastTable = ({ style, partUses, onRecolour }: ContrastTableProps) => {
  const pairs = measurePairs(style, [...styleUses(style), ...partUses]);
  const failing = pairs.filter(({ passes }) => !passes).length;
  return (
    <Box>
      <Box role="status" sx={{ mb: 1.5 }}>
        {failing === 0 ? (
          <span>
            All {pairs.length} pairs pass WCAG AA. <Quiet>Over pictures contrast depends on the page.</Quiet>
          </span>
        ) : (
          <Wrong>
            {failing} of {pairs.length} pairs fail WCAG AA
          </Wrong>
        )}
      </Box>
      <Box component="table" aria-label="Contrast of pairs in use" sx={TABLE}>
        <thead>
          <tr>
            {["Looks", "Text on ground", "Contrast", "Where", "What would help"].map((head) => (
              <th key={head}>{head}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {pairs.map((pair) => (
            <PairRow
              key={`${pair.text} ${pair.ground} ${pair.needed}`}
              pair={pair}
              style={style}
              onRecolour={onRecolour}
            />
          ))}
        </tbody>
      </Box>
    </Box>
  );
};

const valueName = (style: HouseStyle, value: string): string => {
  const [type, name = ""] = value.split(":");
  if (type === "role") return ROLE_NAMES[name as keyof typeof ROLE_NAMES] ?? name;
  return findColour(style, value)?.name ?? value;
};

const PairRow = ({
  pair,
  style,
  onRecolour,
}: {
  readonly pair: Pair;
  readonly style: HouseStyle;
  /** Null for those who may only look. */
  readonly onRecolour: ((colour: string, value: string) => void) | null;
}) => {
  const found = findColour(style, pair.text);
  // the ground of all pages is not turned dark for the sake of one band
  const isGround = found && [style.roles.background, style.roles.surface].includes(found.id);
  const own = isGround ? undefined : found;
  return (
    <tr>
      <td>
        <Specimen pair={pair} />
      </td>
      <td>
        {valueName(style, pair.text)} <Quiet>on</Quiet> {valueName(style, pair.ground)}
        <Box sx={{ fontSize: 12, color: "text.secondary" }}>
          <Mono>{pair.textHex}</Mono> <Mono>{pair.groundHex}</Mono>
        </Box>
      </td>
      <td>
        {pair.passes ? <strong>{ratio(pair.ratio)}</strong> : <Wrong>{ratio(pair.ratio)}</Wrong>}
        <Box sx={{ fontSize: 12, color: "text.secondary" }}>
          {pair.passes ? "passes" : "fails"}, {pair.needed} needed
        </Box>
      </td>
      <td>
        <Uses pair={pair} />
      </td>
      <td>
        <Help pair={pair} own={own} onRecolour={onRecolour} />
      </td>
    </tr>
  );
};

const Specimen = ({ pair }: { readonly pair: Pair }) => (
  <Box
    component="span"
    sx={{
      display: "inline-block",
      px: 1,
      borderRadius: "4px",
      color: pair.textHex,
      background: pair.groundHex,
      border: 1,
      borderColor: "divider",
      fontWeight: 600,
      lineHeight: "26px",
      whiteSpace: "nowrap",
    }}
  >
    Abg 9
  </Box>
);

/** The nearest colour that passes, made of the one it is with a click where that is one of the palette. */
const Help = ({
  pair,
  own,
  onRecolour,
}: {
  readonly pair: Pair;
  readonly own: ReturnType<typeof findColour>;
  readonly onRecolour: ((colour: string, value: string) => void) | null;
}) => {
  const { nearest } = pair;
  if (!nearest) return null;
  const shown = (
    <>
      <Swatch value={nearest} size={13} /> <Mono>{nearest}</Mono>
    </>
  );
  return own && onRecolour ? (
    <Act onClick={() => onRecolour(own.id, nearest)}>
      Make {own.name} {shown}
    </Act>
  ) : (
    <Quiet>{shown} would pass</Quiet>
  );
};

/** Cut, never rounded up: 4.499 does not read as 4.5. */
const ratio = (value: number): string => (Math.floor(value * 100) / 100).toFixed(2);

const MOST_USES = 4;
const Uses = ({ pair }: { readonly pair: Pair }) => {
  const site = useSite();
  const { badge } = useAboutSite();
  const own = [...new Set(pair.uses.filter(({ part }) => part === null).map(({ use }) => pairUseWords(use)))];
  const parts = [...new Set(pair.uses.flatMap(({ part }) => (part === null ? [] : [part])))];
  return (
    <>
      {own.join(", ")}
      {own.length > 0 && parts.length > 0 ? ", " : null}
      {parts.slice(0, MOST_USES).map((part, at) => (
        <span key={part}>
          {at > 0 ? ", " : null}
          <SheetLink href={partPath(part, site)}>{badge(part)}</SheetLink>
        </span>
      ))}
      {parts.length > MOST_USES ? ` and ${parts.length - MOST_USES} more parts` : null}
    </>
  );
};
