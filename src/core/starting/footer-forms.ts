import type { Band } from "../design/part";
import { IS_DARK, type Layout, type Pieces, padding } from "./form-material";
import { darkPicture } from "./point";

const bottomBar = (p: Pieces): Band =>
  p.band(
    "Bottom bar",
    p.traits.second,
    { paddingBlock: { wide: 14 }, stackOnSmall: true },
    p.cell({ share: 1 }, p.copyright()),
  );

export const columns: Layout = (p) => {
  const { ground } = p.traits;
  const menus = p.material.menus.slice(0, 2).map((_, at) => p.plainMenu(at, "column"));
  if (menus.length === 0) return null;
  return [
    ...p.rule(ground),
    p.band(
      "Columns",
      ground,
      { ...padding(p.room + 16), gap: 48, alignBlock: "start", stackOnSmall: true },
      p.cell(
        { share: 5, direction: "column", gap: 12 },
        p.sign(IS_DARK.has(ground)),
        p.has("tagline"),
        p.has("social"),
      ),
      ...menus.map((menu) => p.cell({ share: 3, direction: "column" }, menu)),
    ),
    bottomBar(p),
  ];
};

export const stack: Layout = (p) => {
  const { ground } = p.traits;
  return [
    ...p.rule(ground),
    p.band(
      "All in the middle",
      ground,
      padding(p.room + 20),
      p.cell(
        { share: 1, direction: "column", align: "centre", gap: 16 },
        p.sign(IS_DARK.has(ground), p.height + 8, true),
        p.traits.extra === "tagline" ? p.has("tagline") : null,
        p.plainMenu(0, "row"),
        p.has("social"),
        p.copyright(),
      ),
    ),
  ];
};

export const barFooter: Layout = (p) => {
  const { ground } = p.traits;
  const at = Math.min(1, p.material.menus.length - 1);
  return [
    ...p.rule(ground),
    p.band(
      "Bar",
      ground,
      { ...padding(p.room), stackOnSmall: true },
      p.cell(
        { share: 1, gap: 20 },
        p.traits.extra === "none" ? null : p.sign(IS_DARK.has(ground), 32),
        p.copyright(),
      ),
      p.cell({ share: 0, align: "end" }, p.plainMenu(at, "row")),
    ),
  ];
};

export const letter: Layout = (p) => {
  const { ground, second } = p.traits;
  if (ground === second) return null;
  return [
    p.band(
      "Letters",
      ground,
      { ...padding(p.room + 16), gap: 40, stackOnSmall: true },
      p.cell(
        { share: 5, direction: "column", gap: 6 },
        p.make.block("heading", { text: "News by letter", level: 2, style: "h3" }),
        p.has("tagline"),
      ),
      p.cell({ share: 7, direction: "column" }, p.make.block("signUp")),
    ),
    p.band(
      "Menu and year",
      second,
      { ...padding(p.room), stackOnSmall: true },
      p.cell({ share: 1 }, p.copyright()),
      p.cell({ share: 0, align: "end" }, p.plainMenu(0, "row")),
    ),
  ];
};

export const address: Layout = (p) => {
  const { ground } = p.traits;
  if (!p.material.hasAddress) return null;
  return [
    ...p.rule(ground),
    p.band(
      "Where we are",
      ground,
      { ...padding(p.room + 16), gap: 48, alignBlock: "start", stackOnSmall: true },
      p.cell({ share: 4, direction: "column", gap: 10 }, p.sign(IS_DARK.has(ground)), p.has("social")),
      p.cell({ share: 4, direction: "column" }, p.make.block("address")),
      p.cell({ share: 4, direction: "column" }, p.plainMenu(0, "column")),
    ),
    bottomBar(p),
  ];
};

export const pictureFooter: Layout = (p) => {
  const picture = darkPicture(p.material);
  if (!picture) return null;
  return [
    p.pictured(
      "Picture",
      picture.id,
      { height: { wide: 280, small: 220 }, paddingBlock: { wide: 28 } },
      p.cell(
        { share: 1, direction: "column", align: "centre", gap: 14 },
        p.sign(true, p.height + 12, true),
        p.has("tagline"),
        p.plainMenu(0, "row"),
      ),
    ),
    bottomBar(p),
  ];
};
