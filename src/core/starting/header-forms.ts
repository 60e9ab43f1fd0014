import { IS_DARK, type Layout, padding, sticking } from "./form-material";
import { darkPicture, mainMenu } from "./point";

export const line: Layout = (p) => {
  const { ground, align } = p.traits;
  const dark = IS_DARK.has(ground);
  return [
    p.band(
      "Main band",
      ground,
      { ...padding(p.room), ...sticking(p), ...p.beside(dark) },
      p.cell({ share: 0 }, p.sign(dark)),
      p.cell({ share: 1, align, gap: 24 }, p.menu()),
      p.cell({ share: 0 }, p.extra()),
    ),
    ...p.rule(ground),
  ];
};

export const centred: Layout = (p) => {
  const { ground } = p.traits;
  return [
    p.band(
      "Logo and menu",
      ground,
      padding(p.room + 6),
      p.cell(
        { share: 1, direction: "column", align: "centre", gap: 12 },
        p.sign(IS_DARK.has(ground), p.height + 12, true),
        p.traits.extra === "tagline" ? p.has("tagline") : null,
        p.menu(),
      ),
    ),
    ...p.rule(ground),
  ];
};

export const split: Layout = (p) => {
  const { ground } = p.traits;
  const menu = mainMenu(p.material);
  if (!menu || menu.items < 4) return null;
  return [
    p.band(
      "Menu round the logo",
      ground,
      { ...padding(p.room), ...sticking(p), ...p.beside(IS_DARK.has(ground)), gap: 20 },
      p.cell({ share: 1, align: "end" }, p.menu({ share: "first", label: `${menu.name}, first half` })),
      p.cell({ share: 0, align: "centre" }, p.sign(IS_DARK.has(ground), p.height + 8)),
      p.cell({ share: 1, align: "start" }, p.menu({ share: "second", label: `${menu.name}, second half` })),
    ),
    ...p.rule(ground),
  ];
};

export const masthead: Layout = (p) => {
  const { ground, second, align } = p.traits;
  if (ground === second) return null;
  return [
    p.band(
      "Masthead",
      ground,
      padding(p.room + 8),
      p.cell({ share: 1 }, p.sign(IS_DARK.has(ground), p.height + 12, true)),
      p.cell({ share: 0, align: "end" }, p.extra() ?? p.has("tagline")),
    ),
    p.band(
      "Menu band",
      second,
      { paddingBlock: { wide: 6 }, ...sticking(p) },
      p.cell({ share: 1, align }, p.menu()),
    ),
  ];
};

export const stripe: Layout = (p) => {
  const { ground, second } = p.traits;
  const [tagline, social] = [p.has("tagline"), p.has("social")];
  if (ground === second || (!tagline && !social)) return null;
  return [
    p.band(
      "Stripe",
      second,
      { paddingBlock: { wide: 5 }, hideOn: ["small"] },
      p.cell({ share: 1 }, tagline),
      p.cell({ share: 0, align: "end" }, social),
    ),
    ...(line(p) ?? []),
  ];
};

/** The menu is a button at every width: for few words and much picture below. */
export const compact: Layout = (p) => {
  const { ground, extra } = p.traits;
  return [
    p.band(
      "Main band",
      ground,
      { ...padding(p.room), ...sticking(p), ...p.beside(IS_DARK.has(ground)) },
      p.cell({ share: 1 }, p.sign(IS_DARK.has(ground)), extra === "tagline" ? p.has("tagline") : null),
      p.cell(
        { share: 0, align: "end", gap: 20 },
        extra === "tagline" ? null : p.extra(),
        p.menu({ buttonBelow: "always" }),
      ),
    ),
    ...p.rule(ground),
  ];
};

export const overPicture: Layout = (p) => {
  const { ground, align } = p.traits;
  return [
    p.band(
      "Over the picture",
      ground,
      {
        ...padding(p.room),
        ...sticking(p),
        ...p.beside(IS_DARK.has(ground)),
        overPicture: { on: true, colour: "#ffffff", veil: 0, blur: 0 },
      },
      p.cell({ share: 0 }, p.sign(IS_DARK.has(ground))),
      p.cell({ share: 1, align: align === "start" ? "end" : align }, p.menu()),
      p.cell({ share: 0 }, p.traits.extra === "social" ? p.has("social") : null),
    ),
  ];
};

export const pictureHeader: Layout = (p) => {
  const picture = darkPicture(p.material);
  const { second, align } = p.traits;
  if (!picture) return null;
  const isLeft = align === "start";
  return [
    p.pictured(
      "Picture",
      picture.id,
      { height: { wide: 168, small: 112 }, alignBlock: isLeft ? "end" : "centre" },
      p.cell(
        { share: 1, direction: "column", align: isLeft ? "start" : "centre", gap: 8 },
        p.sign(true, p.height + 16, true),
        p.has("tagline"),
      ),
    ),
    p.band(
      "Menu band",
      second,
      { paddingBlock: { wide: 6 }, ...sticking(p) },
      p.cell({ share: 1, align: isLeft ? "start" : "centre" }, p.menu()),
    ),
  ];
};
