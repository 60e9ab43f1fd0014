import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";

/** Tokens of a file, one by one: groups walked, types handed down, aliases followed. */
export interface Token {
  /** `colour.brass`: names with dots between. */
  readonly name: string;
  readonly type: string;
  /** Aliases in it are replaced by what they stand for. */
  readonly value: unknown;
  /** The token an alias as a whole leads to; null for a value of its own. */
  readonly aliasOf: string | null;
  readonly description: string;
  readonly extensions: Readonly<Record<string, unknown>>;
}

type Json = Readonly<Record<string, unknown>>;
const isObject = (value: unknown): value is Json =>
  value !== null && typeof value === "object" && !Array.isArray(value);

const MOST_TOKENS = 5000;
const DEEPEST = 20;

interface Raw {
  readonly node: Json;
  readonly type: string | undefined;
}

/** Format Module §5.1: an object with `$value` is a token; §6.2.2: a group's `$type` holds for tokens without one. */
const collect = (
  group: Json,
  path: readonly string[],
  inherited: string | undefined,
  into: Map<string, Raw>,
  problems: Issue[],
): void => {
  const type = typeof group["$type"] === "string" ? group["$type"] : inherited;
  for (const [name, node] of Object.entries(group)) {
    if (name.startsWith("$")) continue;
    const here = [...path, name];
    // §5.1.1: names must not contain what aliases are written with
    if (/[{}.]/.test(name)) problems.push(issue("tokens.name", here, { name }));
    else if (!isObject(node)) problems.push(issue("tokens.notToken", here));
    else if ("$value" in node)
      into.set(here.join("."), { node, type: typeof node["$type"] === "string" ? node["$type"] : type });
    else if (here.length >= DEEPEST || into.size >= MOST_TOKENS) problems.push(issue("tokens.tooMuch", here));
    else collect(node, here, type, into, problems);
  }
};

const ALIAS = /^\{([^{}]+)\}$/;
const aliasIn = (value: unknown): string | null =>
  typeof value === "string" ? (ALIAS.exec(value)?.[1] ?? null) : null;

class Reader {
  readonly problems: Issue[] = [];
  constructor(private readonly raw: ReadonlyMap<string, Raw>) {}

  /** §7.2: the value an alias leads to, through any number of aliases. Undefined, with a problem noted, for a broken or circular one. */
  follow(value: unknown, from: string, seen: readonly string[]): unknown {
    const alias = aliasIn(value);
    if (alias !== null) {
      const target = this.raw.get(alias);
      if (!target) return this.#problem("tokens.alias", from, { alias });
      if (seen.includes(alias)) return this.#problem("tokens.circle", from, { alias });
      return this.follow(target.node["$value"], from, [...seen, alias]);
    }
    if (Array.isArray(value)) return value.map((each) => this.follow(each, from, seen));
    if (isObject(value))
      return Object.fromEntries(
        Object.entries(value).map(([key, each]) => [key, this.follow(each, from, seen)]),
      );
    return value;
  }

  /** §5.2.2: a token's own type, else that of the token it is an alias of, else its group's. */
  typeOf(name: string, seen: readonly string[] = []): string | undefined {
    const raw = this.raw.get(name);
    const own = raw?.node["$type"];
    if (!raw || typeof own === "string" || seen.includes(name)) return own as string | undefined;
    const alias = aliasIn(raw.node["$value"]);
    return (alias === null ? undefined : this.typeOf(alias, [...seen, name])) ?? raw.type;
  }

  #problem(code: "tokens.alias" | "tokens.circle", from: string, params: Record<string, string>): undefined {
    this.problems.push(issue(code, from.split("."), params));
    return undefined;
  }
}

/** All tokens of a file, or every problem with it. Limits: 5 000 tokens, 20 groups deep. */
export const readTokenTree = (file: unknown): Outcome<readonly Token[]> => {
  if (!isObject(file)) return fail(issue("tokens.notObject"));
  const raw = new Map<string, Raw>();
  const problems: Issue[] = [];
  collect(file, [], undefined, raw, problems);
  const reader = new Reader(raw);
  const tokens = [...raw].map(([name, { node }]): Token => {
    const value = reader.follow(node["$value"], name, [name]);
    const type = reader.typeOf(name);
    if (type === undefined) problems.push(issue("tokens.untyped", name.split(".")));
    return {
      name,
      type: type ?? "",
      value,
      aliasOf: aliasIn(node["$value"]),
      description: typeof node["$description"] === "string" ? node["$description"] : "",
      extensions: isObject(node["$extensions"]) ? node["$extensions"] : {},
    };
  });
  const all = [...problems, ...reader.problems];
  if (all.length > 0) return fail(...all);
  return tokens.length === 0 ? fail(issue("tokens.none")) : succeed(tokens);
};
