import { converter } from "culori";
import { z } from "zod";
import { deltaOk } from "../colour/convert";
import { colourOf, hexOf, readColour } from "../colour/hex";
import {
  COLOUR_ROLES,
  type ColourRole,
  HouseStyle,
  type PaletteColour,
  type StyleValues,
  TextLook,
  TYPE_STYLES,
  type TypeStyle,
  valuesOf,
} from "../model/house-style";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import { FAMILIES } from "../render/fonts";
import { readTokenTree, type Token } from "./tokens-tree";
import { EXTENSION } from "./tokens-write";

/**
 * What a design tokens file would do to a house style, before it does it. A file of ours gives back the style it was
 * written from; a file from outside is understood by its types and names, a person chooses what the roles take, and
 * what the style has no place for is kept and said.
 */
export interface TokenPlan {
  readonly isOurs: boolean;
  readonly colours: readonly PlannedColour[];
  /** Which colour each role would take: ids of the palette as it will be. */
  readonly roles: Readonly<Record<ColourRole, string>>;
  readonly fonts: readonly {
    readonly name: string;
    readonly use: "text" | "headings";
    readonly family: string;
  }[];
  readonly looks: readonly { readonly name: string; readonly style: TypeStyle; readonly look: TextLook }[];
  readonly measures: readonly {
    readonly name: string;
    readonly measure: "contentWidth" | "radius" | "distance";
    readonly px: number;
  }[];
  readonly kept: readonly { readonly name: string; readonly type: string }[];
  /** The style as it would be with these roles. */
  readonly result: HouseStyle;
}
export interface PlannedColour {
  readonly name: string;
  readonly colour: PaletteColour;
  readonly is: "new" | "same" | "differs";
}

const Dimension = z.object({ value: z.number(), unit: z.enum(["px", "rem"]) });
const ColourToken = z.object({
  colorSpace: z.string(),
  components: z.array(z.union([z.number(), z.literal("none")])).length(3),
  alpha: z.number().min(0).max(1).optional(),
  hex: z
    .string()
    .regex(/^#[0-9a-fA-F]{6}$/)
    .optional(),
});
const Typography = z.object({
  fontFamily: z.union([z.string(), z.array(z.string()).min(1)]),
  fontSize: Dimension,
  fontWeight: z.union([z.number().min(1).max(1000), z.string()]).default(400),
  letterSpacing: Dimension.default({ value: 0, unit: "px" }),
  lineHeight: z.number().default(1.5),
});

const Duration = z.object({ value: z.number(), unit: z.literal("ms") });
const OwnShadow = z.object({
  color: z.object({ alpha: z.number() }),
  offsetY: z.object({ value: z.number() }),
  blur: z.object({ value: z.number() }),
});

/** Color Module 2025.10 §4.2: the colour spaces of a file, as culori names them, and how their components scale. */
const SPACES: Readonly<Record<string, string>> = {
  srgb: "srgb",
  "srgb-linear": "srgb-linear",
  "display-p3": "display-p3",
  "a98-rgb": "a98-rgb",
  "prophoto-rgb": "prophoto-rgb",
  rec2020: "rec2020",
  "xyz-d50": "xyz-d50",
  "xyz-d65": "xyz-d65",
};
const FUNCTIONS: Readonly<Record<string, (c: readonly string[]) => string>> = {
  hsl: ([h, s, l]) => `hsl(${h} ${s}% ${l}%`,
  hwb: ([h, w, b]) => `hwb(${h} ${w}% ${b}%`,
  lab: ([l, a, b]) => `lab(${l} ${a} ${b}`,
  lch: ([l, c, h]) => `lch(${l} ${c} ${h}`,
  oklab: ([l, a, b]) => `oklab(${l} ${a} ${b}`,
  oklch: ([l, c, h]) => `oklch(${l} ${c} ${h}`,
};

const hexOfToken = (token: z.infer<typeof ColourToken>): string | undefined => {
  const parts = token.components.map(String);
  const alpha = token.alpha === undefined || token.alpha === 1 ? "" : ` / ${token.alpha}`;
  const space = SPACES[token.colorSpace];
  const open = space ? `color(${space} ${parts.join(" ")}` : FUNCTIONS[token.colorSpace]?.(parts);
  return open === undefined ? undefined : readColour(`${open}${alpha})`)?.hex;
};

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60) || "colour";

/** Names by which files from outside call what a role is for; the first that matches the token's last names counts. */
const ROLE_WORDS: Readonly<Record<ColourRole, RegExp>> = {
  textOnAccent: /(on|contrast)[-_ ]?(accent|primary|brand)|(accent|primary|brand)[-_ ]?(text|contrast)/i,
  mutedText: /muted|subtle|secondary[-_ ]?text|text[-_ ]?secondary/i,
  background: /background|^bg$|canvas|paper/i,
  surface: /surface|card|panel/i,
  line: /line|border|divider|outline/i,
  accent: /accent|primary|brand/i,
  text: /text|foreground|^fg$|ink/i,
};

const LOOK_WORDS: readonly (readonly [RegExp, TypeStyle])[] = [
  ...([1, 2, 3, 4, 5, 6] as const).map(
    (level) => [new RegExp(`^(h|heading[-_ ]?)${level}$`, "i"), `h${level}` as TypeStyle] as const,
  ),
  [/^(body|text|paragraph|default)$/i, "body"],
  [/^(small|fine[-_ ]?print)$/i, "small"],
  [/^(lead|intro)$/i, "lead"],
  [/^(caption)$/i, "caption"],
  [/^(menu|navigation|nav)$/i, "menu"],
  [/^(button|action)$/i, "button"],
];
const MEASURE_WORDS = [
  [/^(content[-_ ]?width|container)$/i, "contentWidth"],
  [/^(radius|corner)$/i, "radius"],
  [/^(distance|spacing|space)$/i, "distance"],
] as const;

const lastName = (token: Token): string => token.name.split(".").at(-1) ?? token.name;
const pxOf = ({ value, unit }: z.infer<typeof Dimension>): number => (unit === "rem" ? value * 16 : value);
const firstOf = (family: string | readonly string[]): string =>
  typeof family === "string" ? family : (family[0] ?? "");

/** Goes through the tokens once; each is taken by the first reader that knows it, else kept. */
class Plan {
  readonly colours: PlannedColour[] = [];
  readonly fonts: { name: string; use: "text" | "headings"; family: string }[] = [];
  readonly looks: { name: string; style: TypeStyle; look: TextLook }[] = [];
  readonly measures: { name: string; measure: (typeof MEASURE_WORDS)[number][1]; px: number }[] = [];
  readonly kept: Token[] = [];
  readonly problems: Issue[] = [];
  readonly roles = new Map<ColourRole, string>();
  readonly #byToken = new Map<string, string>();
  readonly #taken: Set<string>;

  constructor(
    private readonly before: HouseStyle,
    private readonly families: ReadonlySet<string>,
  ) {
    this.#taken = new Set();
  }

  read(tokens: readonly Token[]): void {
    for (const token of tokens) if (token.type === "color" && token.aliasOf === null) this.#colour(token);
    for (const token of tokens) {
      if (token.type === "color") {
        if (token.aliasOf !== null) this.#alias(token);
      } else if (!this.#other(token)) this.kept.push(token);
    }
    for (const { name, colour } of this.colours) this.#suggest(name, colour.id);
  }

  #colour(token: Token): void {
    const parsed = ColourToken.safeParse(token.value);
    const value = parsed.success ? hexOfToken(parsed.data) : undefined;
    if (!parsed.success || value === undefined) {
      this.problems.push(issue("tokens.colour", token.name.split(".")));
      return;
    }
    const wanted = slug(token.name.replace(/^(colou?rs?|palette)\./i, ""));
    let id = wanted;
    for (let more = 2; this.#taken.has(id); more += 1) id = `${wanted.slice(0, 56)}-${more}`;
    this.#taken.add(id);
    const colour: PaletteColour = {
      id,
      name: (token.description || lastName(token)).slice(0, 80),
      value,
      ...(isPlainSrgb(parsed.data, value) ? {} : { source: parsed.data }),
    };
    const mine = this.before.palette.find((each) => each.id === id);
    const is = !mine ? "new" : mine.value === value ? "same" : "differs";
    this.colours.push({ name: token.name, colour, is });
    this.#byToken.set(token.name, id);
  }

  /** An alias names what a colour is for. One that is no role is kept. */
  #alias(token: Token): void {
    const id = this.#byToken.get(this.#end(token));
    const role = roleOf(lastName(token));
    if (id && role && !this.roles.has(role)) this.roles.set(role, id);
    else this.kept.push(token);
  }

  #end(token: Token): string {
    return token.aliasOf ?? token.name;
  }

  #suggest(name: string, id: string): void {
    const role = roleOf(name.split(".").at(-1) ?? name);
    if (role && !this.roles.has(role)) this.roles.set(role, id);
  }

  /** True if the token has a place in the style. */
  #other(token: Token): boolean {
    if (token.type === "fontFamily") return this.#font(token);
    if (token.type === "typography") return this.#look(token);
    return token.type === "dimension" && this.#measure(token);
  }

  #font(token: Token): boolean {
    const family = firstOf(token.value as string | readonly string[]);
    const use = /head|title|display/i.test(lastName(token)) ? "headings" : "text";
    if (!this.families.has(family) || this.fonts.some((font) => font.use === use)) return false;
    this.fonts.push({ name: token.name, use, family });
    return true;
  }

  #look(token: Token): boolean {
    const style = LOOK_WORDS.find(([words]) => words.test(lastName(token)))?.[1];
    const parsed = Typography.safeParse(token.value);
    if (!style || !parsed.success || this.looks.some((look) => look.style === style)) return false;
    const { fontSize, fontWeight, letterSpacing, lineHeight } = parsed.data;
    const size = pxOf(fontSize) / 16;
    const look = TextLook.safeParse({
      family: this.before.type[style].family,
      size,
      weight: typeof fontWeight === "number" ? fontWeight : this.before.type[style].weight,
      lineHeight,
      spacing: Number((pxOf(letterSpacing) / 16 / size).toFixed(4)),
      upper: false,
    });
    if (!look.success) return false;
    this.looks.push({ name: token.name, style, look: look.data });
    return true;
  }

  #measure(token: Token): boolean {
    const measure = MEASURE_WORDS.find(([words]) => words.test(lastName(token)))?.[1];
    const parsed = Dimension.safeParse(token.value);
    if (!measure || !parsed.success || this.measures.some((each) => each.measure === measure)) return false;
    this.measures.push({ name: token.name, measure, px: Math.round(pxOf(parsed.data)) });
    return true;
  }
}

const roleOf = (name: string): ColourRole | undefined =>
  COLOUR_ROLES.includes(name as ColourRole)
    ? (name as ColourRole)
    : (Object.keys(ROLE_WORDS) as ColourRole[]).find((role) => ROLE_WORDS[role].test(name));

const rgbOf = converter("rgb");
/** Whether hex says all there is of the colour; then nothing more is kept of it. */
const isPlainSrgb = (token: z.infer<typeof ColourToken>, hex: string): boolean => {
  if (token.colorSpace !== "srgb") return false;
  const exact = rgbOf({
    mode: "rgb",
    r: Number(token.components[0]),
    g: Number(token.components[1]),
    b: Number(token.components[2]),
  });
  return deltaOk(exact, colourOf(hex)) < 0.001 && hexOf(exact) === hex.slice(0, 7);
};

/** What a token is when it is written out again: aliases replaced, for what they led to may have moved. */
const keptNodes = (tokens: readonly Token[]): Readonly<Record<string, unknown>> => {
  const root: Record<string, unknown> = {};
  for (const { name, type, value, description, extensions } of tokens) {
    const steps = name.split(".");
    let group = root;
    for (const step of steps.slice(0, -1)) {
      group[step] ??= {};
      group = group[step] as Record<string, unknown>;
    }
    group[steps.at(-1) as string] = {
      $type: type,
      $value: value,
      ...(description === "" ? {} : { $description: description }),
      ...(Object.keys(extensions).length === 0 ? {} : { $extensions: extensions }),
    };
  }
  return root;
};

/** Groups of ours that a kept group must not hide behind. */
const OUR_GROUPS = ["colour", "role", "font", "type", "measure", "motion", "shadow"];

const ownStyle = (
  file: Record<string, unknown>,
  tokens: readonly Token[],
  plan: Plan,
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
  const { order: __, easing, variations, ...rest } = ours;
  const parsed = HouseStyle.safeParse({
    schema: 2,
    ...rest,
    palette: plan.colours
      .filter(({ name }) => name.startsWith("colour."))
      .map(({ name, colour }) => ({ ...colour, id: name.slice("colour.".length) }))
      .sort((a, b) => rank(a.id) - rank(b.id)),
    roles: Object.fromEntries(
      COLOUR_ROLES.map((role) => [role, at(`role.${role}`)?.aliasOf?.slice("colour.".length)]),
    ),
    fonts: {
      text: firstOf(at("font.text")?.value as string[]),
      headings: firstOf(at("font.headings")?.value as string[]),
    },
    type: Object.fromEntries(
      TYPE_STYLES.map((name) => {
        const token = at(`type.${name}`);
        const { fontSize, fontWeight, lineHeight } = Typography.parse(token?.value);
        const more = token?.extensions[EXTENSION] as { spacing: number; upper: boolean };
        const raw = (file["type"] as Record<string, { $value: { fontFamily: string } }>)[name];
        const family = raw?.$value.fontFamily === "{font.headings}" ? "headings" : "text";
        return [name, { family, size: pxOf(fontSize) / 16, weight: fontWeight, lineHeight, ...more }];
      }),
    ),
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

/**
 * The plan for a file (parsed JSON) on a style. `roles` are what a person chose instead of what the names suggest, as
 * ids of the palette as it will be. Every problem of the file is reported; then nothing is planned.
 */
export const planTokens = (
  file: unknown,
  before: HouseStyle,
  roles: Partial<Record<ColourRole, string>> = {},
): Outcome<TokenPlan> => {
  const tree = readTokenTree(file);
  if (!tree.ok) return tree;
  const families = new Set([...Object.keys(FAMILIES), ...before.ownFonts.map(({ family }) => family)]);
  const plan = new Plan(before, families);
  plan.read(tree.value);
  if (plan.problems.length > 0) return fail(...plan.problems);
  const own = tryOwn(() => ownStyle(file as Record<string, unknown>, tree.value, plan));
  const chosen = Object.fromEntries(
    COLOUR_ROLES.map((role) => [role, roles[role] ?? plan.roles.get(role) ?? before.roles[role]]),
  ) as Record<ColourRole, string>;
  const result = own ?? merged(before, plan, chosen);
  const checked = HouseStyle.safeParse(result);
  if (!checked.success)
    return fail(
      ...checked.error.issues.map((problem) =>
        /^style\./.test(problem.message)
          ? issue(problem.message, ["style", ...(problem.path as string[])])
          : issue("tokens.value", problem.path as string[], { detail: problem.message }),
      ),
    );
  const { colours, fonts, looks, measures, kept } = plan;
  return succeed({
    isOurs: own !== undefined,
    colours,
    roles: own?.roles ?? chosen,
    fonts,
    looks,
    measures,
    kept: (own ? [] : kept).map(({ name, type }) => ({ name, type })),
    result: checked.data,
  });
};

/** A file that says it is ours but is not whole is read like one from outside. */
const tryOwn = (read: () => HouseStyle | undefined): HouseStyle | undefined => {
  try {
    return read();
  } catch (error) {
    if (error instanceof z.ZodError || error instanceof TypeError) return undefined;
    throw error;
  }
};

/** The style with what the file brings: its colours beside or instead of those with the same key, nothing taken away. */
const merged = (before: HouseStyle, plan: Plan, roles: Record<ColourRole, string>): HouseStyle => {
  const values: StyleValues = valuesOf(before);
  const brought = new Map(plan.colours.map(({ colour }) => [colour.id, colour]));
  const palette = [
    ...values.palette.map((colour) => brought.get(colour.id) ?? colour),
    ...[...brought.values()].filter(({ id }) => !values.palette.some((colour) => colour.id === id)),
  ];
  const kept = keptNodes(plan.kept);
  return {
    ...before,
    ...values,
    palette,
    roles,
    fonts: { ...values.fonts, ...Object.fromEntries(plan.fonts.map(({ use, family }) => [use, family])) },
    type: { ...values.type, ...Object.fromEntries(plan.looks.map(({ style, look }) => [style, look])) },
    measures: {
      ...values.measures,
      ...Object.fromEntries(plan.measures.map(({ measure, px }) => [measure, px])),
    },
    kept: {
      ...before.kept,
      // what would hide behind a group of ours goes out under a name of its own
      ...Object.fromEntries(
        Object.entries(kept).map(([name, node]) => [OUR_GROUPS.includes(name) ? `kept-${name}` : name, node]),
      ),
    },
  };
};
