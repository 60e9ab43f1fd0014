import { defineConfig, parse } from "@terrazzo/parser";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pageData } from "../../../test/page-data";
import { randomStyle } from "../../../test/random-style";
import type { HouseStyle } from "../model/house-style";
import { planTokens } from "./tokens-read";
import { readTokenTree } from "./tokens-tree";
import { writeStyleTokens } from "./tokens-write";

/** Design Tokens Format Module and Color Module 2025.10 (W3C Design Tokens Community Group). */
const style = pageData().style;
const read = (text: string, before: HouseStyle = style) => planTokens(JSON.parse(text), before);
const planned = (file: unknown, before: HouseStyle = style, roles = {}) => {
  const plan = planTokens(file, before, roles);
  if (!plan.ok) throw new Error(JSON.stringify(plan.issues));
  return plan.value;
};
const problems = (file: unknown) => {
  const plan = planTokens(file, style);
  return plan.ok ? [] : plan.issues.map(({ code, path }) => `${code} ${path.join(".")}`);
};

describe("a house style written as tokens", () => {
  it("passes an independent parser of the format", async () => {
    const config = defineConfig({ lint: { rules: {} } }, { cwd: new URL("file:///") });
    const styles = [style, ...fc.sample(randomStyle, { numRuns: 25, seed: 20261126 })];
    for (const each of styles) {
      const source = writeStyleTokens(each);
      const { tokens } = await parse([{ filename: new URL("file:///style.tokens.json"), src: source }], {
        config,
      });
      const ours = readTokenTree(JSON.parse(source));
      if (!ours.ok) throw new Error(JSON.stringify(ours.issues));
      expect(Object.keys(tokens).sort()).toEqual(ours.value.map(({ name }) => name).sort());
      for (const token of ours.value) expect(tokens[token.name]?.$type, token.name).toBe(token.type);
    }
  });
  it("comes back the same, and goes out again as the same bytes", () => {
    fc.assert(
      fc.property(randomStyle, (random) => {
        const text = writeStyleTokens(random);
        const plan = read(text);
        if (!plan.ok) throw new Error(JSON.stringify(plan.issues));
        expect(plan.value.isOurs).toBe(true);
        expect(plan.value.result).toEqual(random);
        expect(writeStyleTokens(plan.value.result)).toBe(text);
      }),
      { numRuns: 200 },
    );
  });
});

/** Written by hand after the examples of the Format Module (§7 aliases, §8 types, §9.8 typography) and the Color Module (§4). */
const byHand = {
  $schema: "https://www.designtokens.org/schemas/2025.10/format.json",
  color: {
    $type: "color",
    primary: {
      $value: { colorSpace: "srgb", components: [0, 0.4, 0.8], hex: "#0066cc" },
      $description: "Clear sky",
    },
    leaf: { $value: { colorSpace: "oklch", components: [0.51975, 0.17686, 142.495] } },
    glass: { $value: { colorSpace: "srgb", components: [1, 1, 1], alpha: 0.5 } },
    "vivid-red": { $value: { colorSpace: "display-p3", components: [1, 0, 0] } },
    text: { default: { $value: { colorSpace: "hsl", components: [0, 0, 10] } } },
  },
  semantic: {
    $type: "color",
    background: { $value: "{color.glass}" },
    "danger-zone": { $value: "{color.vivid-red}" },
  },
  "font-family": {
    $type: "fontFamily",
    body: { $value: ["Lora", "serif"] },
    title: { $value: "Archivo" },
    odd: { $value: "Nobody's Font" },
  },
  typography: {
    $type: "typography",
    "heading-1": {
      $value: {
        fontFamily: "{font-family.title}",
        fontSize: { value: 40, unit: "px" },
        fontWeight: 700,
        letterSpacing: { value: 0.4, unit: "px" },
        lineHeight: 1.1,
      },
    },
  },
  space: {
    $type: "dimension",
    container: { $value: { value: 72, unit: "rem" } },
    "gutter-small": { $value: { value: 4, unit: "px" } },
  },
  ease: { $type: "cubicBezier", gentle: { $value: [0.2, 0, 0, 1] } },
};

describe("a file from outside", () => {
  const plan = planned(byHand);
  it("is understood by types and names", () => {
    expect(plan.isOurs).toBe(false);
    expect(plan.colours.map(({ colour, is }) => [colour.id, colour.name, colour.value, is])).toEqual(
      [
        ["color-primary", "Clear sky", "#0066cc", "new"],
        ["color-leaf", "leaf", "#008000", "new"],
        ["color-glass", "glass", "#ffffff80", "new"],
        ["color-vivid-red", "vivid-red", expect.stringMatching(/^#f/), "new"],
        ["color-text-default", "default", "#1a1a1a", "new"],
      ].map(([id, ...rest]) => [(id as string).replace(/^color-/, ""), ...rest]),
    );
    expect(plan.roles.accent).toBe("primary");
    expect(plan.roles.background).toBe("glass");
    expect(plan.fonts.map(({ use, family }) => [use, family])).toEqual([
      ["text", "Lora"],
      ["headings", "Archivo"],
    ]);
    expect(plan.looks).toEqual([
      {
        name: "typography.heading-1",
        style: "h1",
        look: {
          family: "headings",
          size: 2.5,
          sizeOn: {},
          weight: 700,
          lineHeight: 1.1,
          spacing: 0.01,
          upper: false,
        },
      },
    ]);
    expect(plan.measures).toEqual([{ name: "space.container", measure: "contentWidth", px: 1152 }]);
  });
  it("what has no place is said, kept, and goes out again", () => {
    expect(plan.kept.map(({ name }) => name).sort()).toEqual([
      "ease.gentle",
      "font-family.odd",
      "semantic.danger-zone",
      "space.gutter-small",
    ]);
    const again = JSON.parse(writeStyleTokens(plan.result));
    expect(again.ease.gentle).toEqual({ $type: "cubicBezier", $value: [0.2, 0, 0, 1] });
    expect(again.semantic["danger-zone"].$value.colorSpace).toBe("display-p3");
    const back = read(writeStyleTokens(plan.result));
    expect(back.ok && back.value.result).toEqual(plan.result);
  });
  it("a colour wider than sRGB goes out as it came in while its value stays", () => {
    const again = JSON.parse(writeStyleTokens(plan.result));
    expect(again.colour["vivid-red"].$value).toEqual({ colorSpace: "display-p3", components: [1, 0, 0] });
  });
  it("takes nothing away, and roles are a person's choice", () => {
    for (const colour of style.palette) expect(plan.result.palette).toContainEqual(colour);
    expect(planned(byHand, style, { line: "leaf" }).result.roles.line).toBe("leaf");
    expect(planTokens(byHand, style, { line: "nowhere" }).ok).toBe(false);
  });
  it("is the same twice: the second time nothing is new", () => {
    const twice = planned(byHand, plan.result);
    expect(twice.colours.every(({ is }) => is === "same")).toBe(true);
    expect(twice.result).toEqual(plan.result);
  });
});

describe("a broken file", () => {
  const grey = { $type: "color", $value: { colorSpace: "srgb", components: [0.5, 0.5, 0.5] } };
  const cases: readonly [string, unknown, readonly string[]][] = [
    ["no object", [1], ["tokens.notObject "]],
    ["no token", { a: { b: {} } }, ["tokens.none "]],
    ["an alias to nowhere", { a: { $type: "color", $value: "{b.c}" } }, ["tokens.alias a"]],
    [
      "a circle",
      { $type: "color", a: { $value: "{b}" }, b: { $value: "{a}" } },
      ["tokens.circle a", "tokens.circle b"],
    ],
    ["no type", { a: { $value: 1 } }, ["tokens.untyped a"]],
    ["a dot in a name", { "a.b": grey }, ["tokens.name a.b"]],
    ["a colour as text", { a: { $type: "color", $value: "#ffffff" } }, ["tokens.colour a"]],
    [
      "two components",
      { a: { $type: "color", $value: { colorSpace: "srgb", components: [1, 1] } } },
      ["tokens.colour a"],
    ],
    [
      "a colour space nobody knows",
      { a: { $type: "color", $value: { colorSpace: "cmyk", components: [1, 1, 1] } } },
      ["tokens.colour a"],
    ],
    ["a number where a token should be", { a: 1, b: grey }, ["tokens.notToken a"]],
    [
      "several problems, all of them",
      { a: { $value: 1 }, b: { $type: "color", $value: "{x}" } },
      ["tokens.untyped a", "tokens.alias b"],
    ],
  ];
  it.each(cases)("%s", (_name, file, expected) => {
    expect(problems(file).sort()).toEqual([...expected].sort());
  });
  it("too much of it is refused, not read for ever", () => {
    const deep = JSON.parse(`${'{"a":'.repeat(60)}${JSON.stringify(grey)}${"}".repeat(60)}`);
    expect(problems(deep)[0]).toMatch(/^tokens.tooMuch/);
    const many = Object.fromEntries(Array.from({ length: 5001 }, (_, at) => [`c${at}`, grey]));
    expect(
      problems(many).every(
        (problem) => problem.startsWith("tokens.tooMuch") || problem.startsWith("tokens."),
      ),
    ).toBe(true);
    expect(planTokens(many, style).ok).toBe(false);
  });
});
