import { z } from "zod";
import { COLOUR_ROLES, HouseStyle, type PaletteColour, TYPE_STYLES } from "../model/house-style";
import { Dimension, firstOf, keptNodes, pxOf, Typography } from "./token-values";
import type { Token } from "./tokens-tree";
import { EXTENSION } from "./tokens-write";

/** A token file that Gray Latch wrote gives back the whole style, value by value. */

export interface PlannedColour {
  readonly name: string;
  readonly colour: PaletteColour;
  readonly is: "new" | "same" | "differs";
}

const Duration = z.object({ value: z.number(), unit: z.literal("ms") });
const OwnShadow = z.object({
  color: z.object({ alpha: z.number() }),
  offsetY: z.object({ value: z.number() }),
  blur: z.object({ value: z.number() }),
});

/** Groups of ours that a kept group must not hide behind. */
export const OUR_GROUPS = ["colour", "role", "font", "type", "textStyle", "measure", "motion", "shadow"];

const wholeStyle = (
  file: Record<string, unknown>,
  tokens: readonly Token[],
  colours: readonly PlannedColour[],
): HouseStyle | undefined => {
  const ours = (file["$extensions"] as Record<string, unknown> | undefined)?.[EXTENSION] as
    | Record<string, unknown>
    | undefined;
  if (!ours) return undefined;
  const at = (name: string) => tokens.find((token) => token.name === name);
  const px = (name: string) => Math.round(pxOf(Dimension.parse(at(`measure.${name}`)?.value)));
  const shadow = OwnShadow.parse(at("shadow.raised")?.value);
  const order = (ours["order"] as string[] | undefined) ?? [];
  const rank = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length);
  const own = new Set([...TYPE_STYLES.map((name) => `type.${name}`)]);
  const others = tokens.filter(
    ({ name }) =>
      !OUR_GROUPS.includes(name.split(".")[0] as string) || (name.startsWith("type.") && !own.has(name)),
  );
  const { [EXTENSION]: _, ...extensions } = file["$extensions"] as Record<string, unknown>;
  const { order: __, textStyleOrder, easing, variations, ...rest } = ours;
  const lookOf = (group: string, name: string): object | undefined => {
    const token = at(`${group}.${name}`);
    if (!token) return undefined;
    const { fontSize, fontWeight, lineHeight } = Typography.parse(token.value);
    const more = token.extensions[EXTENSION] as object;
    const raw = (file[group] as Record<string, { $value: { fontFamily: string } }>)[name];
    const use = /^\{font\.(headings|third)\}$/.exec(raw?.$value.fontFamily ?? "")?.[1] ?? "text";
    return { family: use, size: pxOf(fontSize) / 16, weight: fontWeight, lineHeight, ...more };
  };
  const parsed = HouseStyle.safeParse({
    schema: 2,
    ...rest,
    palette: colours
      .filter(({ name }) => name.startsWith("colour."))
      .map(({ name, colour }) => ({ ...colour, id: name.slice("colour.".length) }))
      .sort((a, b) => rank(a.id) - rank(b.id)),
    roles: Object.fromEntries(
      COLOUR_ROLES.map((role) => [role, at(`role.${role}`)?.aliasOf?.slice("colour.".length)]),
    ),
    fonts: {
      text: firstOf(at("font.text")?.value as string[]),
      headings: firstOf(at("font.headings")?.value as string[]),
      ...(at("font.third") ? { third: firstOf(at("font.third")?.value as string[]) } : {}),
    },
    // a file that is older than a style says nothing of it
    type: Object.fromEntries(
      TYPE_STYLES.flatMap((name) => {
        const look = lookOf("type", name);
        return look ? [[name, look]] : [];
      }),
    ),
    textStyles: ((textStyleOrder as string[] | undefined) ?? []).map((id) => ({
      id,
      name: at(`textStyle.${id}`)?.description,
      look: lookOf("textStyle", id),
    })),
    measures: Object.fromEntries(
      ["contentWidth", "radius", "distance", "edgeWide", "edgeMiddle"].map((name) => [name, px(name)]),
    ),
    motion: { duration: Duration.parse(at("motion.pointed")?.value).value, easing },
    shadow: {
      down: shadow.offsetY.value,
      blur: shadow.blur.value,
      strength: Math.round(shadow.color.alpha * 100),
    },
    variations,
    kept: {
      ...keptNodes(others),
      ...(Object.keys(extensions).length === 0 ? {} : { $extensions: extensions }),
    },
  });
  return parsed.success ? parsed.data : undefined;
};

/** A file that says it is ours but is not whole is read like one from outside. */
export const ownStyle = (
  file: Record<string, unknown>,
  tokens: readonly Token[],
  colours: readonly PlannedColour[],
): HouseStyle | undefined => {
  try {
    return wholeStyle(file, tokens, colours);
  } catch (error) {
    if (error instanceof z.ZodError || error instanceof TypeError) return undefined;
    throw error;
  }
};
