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
const Field = memo(
  ({ row }: { readonly row: ValueRow }) => row.field(),
  (before, after) => before.row.value === after.row.value && before.row.options === after.row.options,
);

const sameRows = (before: readonly ValueRow[], after: readonly ValueRow[]): boolean =>
  before.length === after.length &&
  before.every((row, at) => {
    const other = after[at];
    return row.value === other?.value && row.options === other.options && row.label === other.label;
  });

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
        {rows.map((row, at) => {
          const { label, isWide, isNamed } = row;
          return (
            <Box
              key={at}
              sx={{
                display: "grid",
                gridTemplateColumns: isWide ? "1fr" : "112px minmax(0,1fr)",
                gap: isWide ? 0.25 : 1,
                alignItems: "start",
              }}
            >
              {isNamed ? null : <Quiet style={{ lineHeight: isWide ? "20px" : "30px" }}>{label}</Quiet>}
              <Field row={row} />
            </Box>
          );
        })}
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
