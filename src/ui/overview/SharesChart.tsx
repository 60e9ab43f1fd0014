"use client";
import { Box, useTheme } from "@mui/material";
import { Bar, BarChart, LabelList, ResponsiveContainer, XAxis, YAxis } from "recharts";
import type { Slot } from "../../core/model/slot";
import type { CoverageGroup, Share } from "../../core/placement/coverage";
import { badgeText, digits } from "../../messages/words";
import { useAboutSite } from "../client/about-site";

const MOST = 8;
const BAR = 26;

/** The largest shares, each by its name, and the rest as one. */
const useBars = (slot: Slot, groups: readonly CoverageGroup[], pages: number) => {
  const { about } = useAboutSite();
  const nameOf = ({ part, how }: Share): string => {
    if (how === "missing") return "missing";
    const found = part === null ? undefined : about.parts[part];
    if (!found) return how === "none" ? "not expected" : "nothing, chosen";
    return found.isNothing ? "nothing, by rule" : badgeText(found.slot, found.number);
  };
  const sums = new Map<string, number>();
  for (const group of groups)
    for (const share of group.slots[slot].shares)
      sums.set(nameOf(share), (sums.get(nameOf(share)) ?? 0) + share.pages);
  const all = [...sums].map(([name, count]) => ({ name, count })).sort((a, b) => b.count - a.count);
  const rest = all.slice(MOST).reduce((sum, { count }) => sum + count, 0);
  return [
    ...all.slice(0, MOST),
    ...(rest > 0 ? [{ name: `${all.length - MOST} others`, count: rest }] : []),
  ].map((bar) => ({ ...bar, label: `${digits(bar.count)} · ${percent(bar.count, pages)}` }));
};

interface SharesChartProps {
  readonly slot: Slot;
  readonly groups: readonly CoverageGroup[];
  readonly pages: number;
}

/** How the pages shown are shared out among the parts of a slot, the largest share first, with numbers. */
export const SharesChart = ({ slot, groups, pages }: SharesChartProps) => {
  const { ours } = useTheme().vars?.palette ?? {};
  const bars = useBars(slot, groups, pages);
  if (bars.length < 2) return null;
  const said = bars.map(({ name, label }) => `${name}: ${label}`).join("; ");
  return (
    <Box role="img" aria-label={`Shares of pages. ${said}`} sx={{ mt: 1.5 }}>
      <ResponsiveContainer width="100%" height={bars.length * BAR + 8}>
        <BarChart
          data={bars}
          layout="vertical"
          margin={{ top: 4, right: 84, bottom: 4, left: 0 }}
          barSize={14}
        >
          <XAxis type="number" hide domain={[0, pages]} />
          <YAxis
            type="category"
            dataKey="name"
            width={104}
            interval={0}
            axisLine={false}
            tickLine={false}
            tick={{ fontSize: 12, fill: "var(--gray-latch-ink, currentColor)" }}
          />
          <Bar
            dataKey="count"
            fill={ours?.slot[slot] ?? "currentColor"}
            isAnimationActive={false}
            radius={[0, 2, 2, 0]}
          >
            <LabelList dataKey="label" position="right" style={{ fontSize: 12, fill: "currentColor" }} />
          </Bar>
        </BarChart>
      </ResponsiveContainer>
    </Box>
  );
};

const percent = (count: number, pages: number): string => {
  const share = (count / pages) * 100;
  return share > 0 && share < 1 ? "< 1 %" : `${Math.round(share)} %`;
};
