import { describe, expect, it } from "vitest";
import { BLOCK_KINDS, type BlockKind, defaultSettings, isFramedItself, wearsType } from "../../core/blocks";
import { valueAt, withValueAt } from "../../core/design/operations";
import { Band, Block, Cell } from "../../core/design/part";
import type { NodePlace, PartNode } from "../../core/design/tree";
import { Look } from "../../core/model/look";
import type { Slot } from "../../core/model/slot";
import { BLOCK_CONTROLS } from "../../messages/block-fields";
import { type Control, type FieldSpec, isOffered } from "../../messages/controls";
import { fieldName } from "../../messages/fields";
import { specsFor } from "../../messages/specs-for";

/** A node of each sort as it is before anyone sets anything, with what reads it. */
const freshBlock = (kind: BlockKind): Block =>
  Block.parse({ id: "x", kind, settings: defaultSettings(kind), look: Look.parse({}) });
const NODES: readonly (readonly [string, NodePlace["type"], PartNode, (node: unknown) => boolean])[] = [
  ...BLOCK_KINDS.map(
    (kind) => [kind, "block", freshBlock(kind), (node: unknown) => Block.safeParse(node).success] as const,
  ),
  [
    "band",
    "band",
    Band.parse({ id: "b", cells: [{ id: "c" }] }) as Band,
    (node) => Band.safeParse(node).success,
  ],
  ["cell", "cell", Cell.parse({ id: "c" }) as Cell, (node) => Cell.safeParse(node).success],
];
const placeOf = (type: NodePlace["type"], node: PartNode): NodePlace => ({
  node,
  type,
  parent: "",
  index: 0,
});
const each = NODES.flatMap(([name, type, node, reads]) =>
  specsFor(placeOf(type, node)).map((spec) => ({
    name: `${name} ${spec.path.join(".")}`,
    node,
    spec,
    reads,
  })),
);
const withValue = (node: PartNode, { path }: FieldSpec, value: unknown) => withValueAt(node, path, value);
const of = <Type extends Control["type"]>(type: Type) =>
  each.flatMap((field) =>
    field.spec.control.type === type
      ? [{ ...field, control: field.spec.control as Extract<Control, { type: Type }> }]
      : [],
  );

describe("the fields settings are edited with", () => {
  it("edit settings that are there, each once", () => {
    expect(each.length).toBeGreaterThan(200);
    expect(
      each.filter(({ node, spec }) => valueAt(node, spec.path) === undefined).map(({ name }) => name),
    ).toEqual([]);
    expect(new Set(each.map(({ name }) => name)).size).toBe(each.length);
  });
  it("have names that tell them apart, of all that are offered at once", () => {
    const label = ({ label, path }: FieldSpec) => label ?? fieldName(path.at(-1) ?? "");
    // as it is before anyone sets anything, and with each choice made that decides what is offered
    const states = NODES.flatMap(([name, type, node]) => {
      const specs = specsFor(placeOf(type, node));
      const chosen = specs.flatMap((spec) =>
        spec.control.type === "one" || spec.control.type === "textStyle"
          ? spec.control.options.map(([value]) => withValue(node, spec, value))
          : spec.control.type === "switch"
            ? [withValue(node, spec, true), withValue(node, spec, false)]
            : spec.control.type === "place"
              ? [withValue(node, spec, { lat: 50, lon: -5 })]
              : spec.control.type === "targetOrNone"
                ? [
                    withValue(
                      withValue(node, specs[0] as FieldSpec, { lat: 50, lon: -5 }) as PartNode,
                      spec,
                      {
                        url: "/",
                      },
                    ),
                  ]
                : [],
      );
      return ([node, ...chosen] as PartNode[]).map((state) => ({ name, specs, state }));
    });
    expect(states.length).toBeGreaterThan(200);
    const doubles = states.flatMap(({ name, specs, state }) => {
      const offered = specs
        .filter((spec) => isOffered(spec, state))
        .map((spec) => `${spec.group} ${label(spec)}`);
      return offered.filter((each, at) => offered.indexOf(each) !== at).map((each) => `${name}: ${each}`);
    });
    expect([...new Set(doubles)]).toEqual([]);
  });
  it("leave no setting of a block without a field", () => {
    const missing = BLOCK_KINDS.flatMap((kind) => {
      const edited = new Set(BLOCK_CONTROLS[kind].map(({ path }) => path[1]));
      return Object.keys(defaultSettings(kind))
        .filter((key) => !edited.has(key))
        .map((key) => `${kind} ${key}`);
    });
    expect(missing).toEqual([]);
    const looks = new Set(
      (["heading", "menu", "picture"] as const).flatMap((kind) =>
        specsFor(placeOf("block", freshBlock(kind))).map(({ path }) => path.join(".")),
      ),
    );
    expect(Object.keys(Look.parse({})).filter((key) => !looks.has(`look.${key}`))).toEqual([]);
  });
  it("offer values that can be kept, and all there are", () => {
    for (const { name, node, spec, control, reads } of [...of("one"), ...of("textStyle")])
      for (const [value] of control.options)
        expect(reads(withValue(node, spec, value)), `${name} ${value}`).toBe(true);
    for (const { name, node, spec, control, reads } of of("many")) {
      expect(
        reads(
          withValue(
            node,
            spec,
            control.options.map(([value]) => value),
          ),
        ),
        name,
      ).toBe(true);
      expect(reads(withValue(node, spec, ["something else"])), name).toBe(false);
    }
    for (const { name, node, spec, control, reads } of of("count")) {
      for (const [value] of control.options)
        expect(reads(withValue(node, spec, value)), `${name} ${value}`).toBe(true);
      const values = control.options.map(([value]) => value);
      expect(reads(withValue(node, spec, Math.min(...values) - 1)), `${name}, one less`).toBe(false);
      expect(reads(withValue(node, spec, Math.max(...values) + 1)), `${name}, one more`).toBe(false);
      expect(values, name).toContain(valueAt(node, spec.path));
    }
    for (const { name, node, spec, reads } of [...of("one"), ...of("textStyle")])
      expect(reads(withValue(node, spec, "something else")), name).toBe(false);
    for (const { name, node, spec, reads } of of("textStyle"))
      expect(reads(withValue(node, spec, "style:own")), name).toBe(true);
  });
  it("offer every order of the same few values, and nothing that lacks one or has one twice", () => {
    const fields = of("order");
    expect(fields.length).toBeGreaterThan(0);
    for (const { name, node, spec, control, reads } of fields) {
      const values = control.options.map(([value]) => value);
      expect([...(valueAt(node, spec.path) as string[])].sort(), name).toEqual([...values].sort());
      expect(reads(withValue(node, spec, values.toReversed())), name).toBe(true);
      expect(reads(withValue(node, spec, values.slice(1))), `${name}, one less`).toBe(false);
      expect(reads(withValue(node, spec, [...values.slice(1), values[1]])), `${name}, one twice`).toBe(false);
    }
  });
  it("let nobody type a number that cannot be kept", () => {
    for (const { name, node, spec, control, reads } of of("number")) {
      expect(reads(withValue(node, spec, control.max)), `${name}: ${control.max}`).toBe(true);
      expect(reads(withValue(node, spec, control.min ?? 0)), `${name}: ${control.min ?? 0}`).toBe(true);
    }
    for (const { name, node, spec, control, reads } of of("perWidth")) {
      const [least, most] = [control.min ?? 0, control.max];
      expect(reads(withValue(node, spec, { wide: least, small: most })), name).toBe(true);
      expect(reads(withValue(node, spec, { wide: most + 1 })), `${name} beyond its most`).toBe(false);
    }
  });
  it("are called something, and stand under a condition that can hold", () => {
    for (const { name, node, spec } of each) {
      const label = spec.label ?? fieldName(spec.path.at(-1) ?? "");
      expect(label, name).toMatch(/^[A-Z][^A-Z]*( .*)?$/);
      const { when, unless, unlessAll = [] } = spec;
      const told = [when, unless, ...unlessAll.flat()].flatMap((each) => (each ? [each] : []));
      for (const [path, value] of told)
        expect(typeof valueAt(node, path), `${name} under ${path.join(".")}`).toBe(typeof value);
      if (told.length === 0) continue;
      // under what it stands under, and not otherwise
      const other = (value: unknown) => (value === false ? true : value === 0 ? 1 : "something else");
      const under = [...(unless ? [unless] : []), ...unlessAll.flat()].reduce(
        (now, [path, value]) => withValueAt(now, path, other(value)) as PartNode,
        when ? (withValueAt(node, when[0], when[1]) as PartNode) : node,
      );
      expect(isOffered(spec, under), name).toBe(true);
      if (when) expect(isOffered(spec, withValueAt(under, when[0], "something else")), name).toBe(false);
      if (unless) expect(isOffered(spec, withValueAt(under, unless[0], unless[1])), name).toBe(false);
      for (const all of unlessAll) {
        const none = all.reduce((now, [path, value]) => withValueAt(now, path, value) as PartNode, under);
        expect(isOffered(spec, none), name).toBe(false);
      }
    }
  });
  it("give no frame to what has one of the house style, and no text style to what has one among its settings", () => {
    for (const kind of BLOCK_KINDS) {
      const keys = specsFor(placeOf("block", freshBlock(kind))).map(({ path }) => path.join("."));
      expect(keys.includes("look.padding"), kind).toBe(!isFramedItself(kind));
      expect(keys.includes("look.seenBy"), kind).toBe(true);
      // signs wear no text style
      expect(keys.includes("look.type"), kind).toBe(wearsType(kind) && kind !== "social");
    }
    const words = { ...freshBlock("social"), settings: { ...defaultSettings("social"), look: "words" } };
    expect(specsFor(placeOf("block", words as Block)).some(({ path }) => path.at(-1) === "type")).toBe(true);
  });
  it("offer corners where there is something to round: a ground, a border, a shadow, a picture", () => {
    const offers = (kind: BlockKind, look: object = {}, settings: object = {}) => {
      const fresh = freshBlock(kind);
      const node = {
        ...fresh,
        look: { ...fresh.look, ...look },
        settings: { ...fresh.settings, ...settings },
      };
      return specsFor(placeOf("block", node as Block)).some(({ path }) => path.at(-1) === "radius");
    };
    expect([offers("heading"), offers("heading", { shadow: true }), offers("picture")]).toEqual([
      false,
      true,
      true,
    ]);
    expect([offers("button"), offers("button", {}, { look: "plain" })]).toEqual([true, false]);
  });
  it("of a band are offered where it stands so that they change something", () => {
    const band = Band.parse({ id: "b", cells: [{ id: "c" }] }) as Band;
    const offers = (key: string, slot: Slot, isLast: boolean) =>
      specsFor(placeOf("band", band)).some(
        (spec) =>
          spec.path.join(".") === key &&
          isOffered(spec, band, { slot, isLast, reachesEdges: false, isSticky: false }),
      );
    expect(offers("overPicture.on", "header", true)).toBe(true);
    expect(offers("overPicture.on", "header", false)).toBe(false);
    expect(offers("overPicture.on", "footer", true)).toBe(false);
    expect([offers("sticky", "header", false), offers("sticky", "titleBar", true)]).toEqual([true, false]);
    expect([offers("sticky", "layout", false), offers("sticky", "layout", true)]).toEqual([true, false]);
  });
});
