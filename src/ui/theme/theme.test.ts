import type { Theme } from "@mui/material/styles";
import { wcagContrast } from "culori";
import { describe, expect, it } from "vitest";
import { SLOTS } from "../../core/model/slot";
import { theme } from "./theme";

interface Schemes {
  readonly colorSchemes: Readonly<Record<"light" | "dark", { readonly palette: Theme["palette"] }>>;
}

/**
 * Contrast of the studio's own colours, computed by culori. WCAG 2.2: text 4.5 to 1 (success criterion 1.4.3), what one
 * must see to know a control or its state 3 to 1 (1.4.11).
 */
const TEXT = 4.5;
const SIGN = 3;

describe.each(["light", "dark"] as const)("the colours of the studio, %s", (scheme) => {
  const { palette } = (theme as unknown as Schemes).colorSchemes[scheme];
  const { ours, text, primary } = palette;
  const grounds = { paper: ours.paper, sheet: ours.sheet, index: ours.index, desk: ours.desk };
  const contrast = (front: string, back: string): number => wcagContrast(front, back);

  it.each(Object.entries(grounds))("are read on the %s", (_, ground) => {
    for (const [name, colour] of Object.entries({
      ink: text.primary,
      muted: ours.muted,
      brass: ours.brass,
      brick: ours.brick,
    }))
      expect(contrast(colour, ground), name).toBeGreaterThanOrEqual(TEXT);
  });
  it("are read on what is selected, and on a filled button", () => {
    expect(contrast(text.primary, ours.brassWash)).toBeGreaterThanOrEqual(TEXT);
    expect(contrast(palette.background.paper, text.primary)).toBeGreaterThanOrEqual(TEXT);
    expect(contrast(primary.contrastText, primary.main)).toBeGreaterThanOrEqual(TEXT);
  });
  it("show where a field is, and what is focused", () => {
    for (const [name, ground] of Object.entries(grounds)) {
      expect(contrast(ours.field, ground), `field on ${name}`).toBeGreaterThanOrEqual(SIGN);
      expect(contrast(ours.brass, ground), `focus on ${name}`).toBeGreaterThanOrEqual(SIGN);
    }
  });
  it("tell each slot from what is round it, and number it readably", () => {
    for (const slot of SLOTS) {
      expect(contrast(ours.slot[slot], ours.sheet), slot).toBeGreaterThanOrEqual(SIGN);
      expect(contrast(ours.slot[slot], ours.slotWash[slot]), slot).toBeGreaterThanOrEqual(SIGN);
      expect(contrast(text.primary, ours.slotWash[slot]), slot).toBeGreaterThanOrEqual(TEXT);
    }
  });
});
