import { FAMILIES } from "../measure/families";
import {
  COLOUR_ROLES,
  type ColourRole,
  type EverySitesStyle,
  HouseStyle,
  type PaletteColour,
  type StyleValues,
  TextLook,
  valuesOf,
} from "../model/house-style";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import { schemaIssue } from "../model/schema-problem";
import {
  ColourToken,
  Dimension,
  firstOf,
  hexOfToken,
  isPlainSrgb,
  keptNodes,
  pxOf,
  Typography,
} from "./token-values";
import { OUR_GROUPS, ownStyle, type PlannedColour } from "./tokens-own";
import { readTokenTree, type Token } from "./tokens-tree";

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
  readonly looks: readonly {
    readonly name: string;
    readonly style: EverySitesStyle;
    readonly look: TextLook;
  }[];
  readonly measures: readonly {
    readonly name: string;
    readonly measure: "contentWidth" | "radius" | "distance";
    readonly px: number;
  }[];
  readonly kept: readonly { readonly name: string; readonly type: string }[];
  /** The style as it would be with these roles. */
  readonly result: HouseStyle;
}
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

const LOOK_WORDS: readonly (readonly [RegExp, EverySitesStyle])[] = [
  ...([1, 2, 3, 4, 5, 6] as const).map(
    (level) => [new RegExp(`^(h|heading[-_ ]?)${level}$`, "i"), `h${level}` as EverySitesStyle] as const,
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
/** Goes through the tokens once; each is taken by the first reader that knows it, else kept. */
class Plan {
  readonly colours: PlannedColour[] = [];
  readonly fonts: { name: string; use: "text" | "headings"; family: string }[] = [];
  readonly looks: { name: string; style: EverySitesStyle; look: TextLook }[] = [];
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
      sizeOn: {},
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
  const own = ownStyle(file as Record<string, unknown>, tree.value, plan.colours);
  const chosen = Object.fromEntries(
    COLOUR_ROLES.map((role) => [role, roles[role] ?? plan.roles.get(role) ?? before.roles[role]]),
  ) as Record<ColourRole, string>;
  const result = own ?? merged(before, plan, chosen);
  const checked = HouseStyle.safeParse(result);
  if (!checked.success)
    return fail(
      ...checked.error.issues.map((problem) => {
        const found = schemaIssue(problem, "tokens.value");
        return found.code === "tokens.value" ? found : { ...found, path: ["style", ...found.path] };
      }),
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
