"use client";
import { Box } from "@mui/material";
import { memo, type ReactNode } from "react";
import { Quiet } from "../theme/pieces";

/** One value of the style: its name and its field. */
export interface ValueRow {
  readonly label: string;
  /** What the field shows: it is drawn again only when this, or `options`, is another. */
  readonly value: unknown;
  readonly options?: unknown;
  readonly field: () => ReactNode;
  /** Below its name instead of beside it. */
  readonly isWide?: boolean;
  /** The field says its name itself. */
  readonly isNamed?: boolean;
}
export interface ValueSection {
  readonly title: string;
  readonly rows: readonly ValueRow[];
  /** What stands below the rows, such as adding one. */
  readonly below?: ReactNode;
}

/** Dozens of fields stand beside a colour that is being turned: only those whose value changes are drawn. */
const Row = memo(
  ({ row }: { readonly row: ValueRow }) => (
    <Box sx={row.isWide ? WIDE_ROW : ROW}>
      {row.isNamed ? null : <Quiet style={{ lineHeight: row.isWide ? "20px" : "30px" }}>{row.label}</Quiet>}
      {row.field()}
    </Box>
  ),
  (before, after) => isSame(before.row, after.row),
);
const ROW = { display: "grid", gridTemplateColumns: "112px minmax(0,1fr)", gap: 1, alignItems: "start" };
const WIDE_ROW = { display: "grid", gridTemplateColumns: "1fr", gap: 0.25, alignItems: "start" };

const isSame = (row: ValueRow, other: ValueRow | undefined): boolean =>
  row.value === other?.value && row.options === other?.options && row.label === other?.label;

const sameRows = (before: readonly ValueRow[], after: readonly ValueRow[]): boolean =>
  before.length === after.length && before.every((row, at) => isSame(row, after[at]));

const Section = memo(
  ({ section: { title, rows, below }, isWhole }: SectionProps) => (
    <Box
      component="details"
      open
      sx={{
        borderBottom: 1,
        borderColor: "divider",
        "& > summary": { cursor: "pointer", listStyle: "none", px: 2, py: 1.1, fontWeight: 600 },
        "& > summary::-webkit-details-marker": { display: "none" },
        "& > summary::before": { content: '"▸ "', color: "text.secondary" },
        "&[open] > summary::before": { content: '"▾ "' },
      }}
    >
      <summary>{title}</summary>
      <Box sx={{ px: 2, pb: 1.5, display: "grid", gap: 1 }}>
        {rows.map((row, at) => (
          <Row key={at} row={row} />
        ))}
        {isWhole ? below : null}
      </Box>
    </Box>
  ),
  (before, after) => before.isWhole === after.isWhole && sameRows(before.section.rows, after.section.rows),
);
interface SectionProps {
  readonly section: ValueSection;
  readonly isWhole: boolean;
}

/** Sections of values; while something is searched for only rows that have it. */
export const Sections = ({
  sections,
  query,
}: {
  readonly sections: readonly ValueSection[];
  readonly query: string;
}) => {
  const wanted = query.trim().toLowerCase();
  const shown = sections.flatMap((section) => {
    const fits = (text: string) => text.toLowerCase().includes(wanted);
    const rows =
      wanted === "" || fits(section.title) ? section.rows : section.rows.filter(({ label }) => fits(label));
    return rows.length > 0 ? [{ ...section, rows }] : [];
  });
  if (shown.length === 0)
    return (
      <Box sx={{ px: 2, py: 3 }}>
        <Quiet>No value is called that.</Quiet>
      </Box>
    );
  return shown.map((section) => <Section key={section.title} section={section} isWhole={wanted === ""} />);
};
