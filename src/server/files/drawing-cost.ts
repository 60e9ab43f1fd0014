import { Parser } from "htmlparser2";

/**
 * What drawing an SVG would come to, before anything draws it: elements, each as often as it is drawn. What refers to
 * another element (`use`, a pattern, mask or clip path) draws that one again, so that ten lines can ask for a billion
 * shapes; and letters are far dearer than shapes (common practice, no source; measured with librsvg: 2 to 6 ms each).
 */
interface Element {
  readonly own: number;
  readonly children: number[];
  readonly refers: string[];
}

const LETTER = 200;
const MOST_COST = 200_000;
const DEEPEST = 60;
const REFERENCE = /url\(\s*['"]?#([^'")\s]+)/g;
/** These cost next to nothing, however often they are referred to. */
const CHEAP = new Set(["lineargradient", "radialgradient", "stop"]);

/** Whether a cleaned drawing can be drawn in reasonable time: no deeper, no dearer and no more circular than drawings are. */
export const isDrawable = (svg: string): boolean => {
  const elements: Element[] = [];
  const byId = new Map<string, number>();
  const styleRefers: string[] = [];
  const open: { readonly at: number; readonly name: string }[] = [];
  let isTooDeep = false;
  const refersIn = (text: string) => [...text.matchAll(REFERENCE)].map(([, id]) => id as string);
  const parser = new Parser(
    {
      onopentag: (name, attributes) => {
        const at = elements.length;
        const href = name === "use" ? (attributes["href"] ?? "").replace(/^#/, "") : "";
        const refers = Object.values(attributes).flatMap(refersIn);
        elements.push({
          own: CHEAP.has(name.toLowerCase()) ? 0.01 : 1,
          children: [],
          refers: href === "" ? refers : [...refers, href],
        });
        if (attributes["id"] !== undefined && !byId.has(attributes["id"])) byId.set(attributes["id"], at);
        const parent = open.at(-1);
        if (parent) elements[parent.at]?.children.push(at);
        open.push({ at, name });
        if (open.length > DEEPEST) isTooDeep = true;
      },
      ontext: (text) => {
        const { at, name } = open.at(-1) ?? { at: -1, name: "" };
        if (name === "style") styleRefers.push(...refersIn(text));
        else if (open.some((each) => each.name === "text"))
          elements.push({ own: text.trim().length * LETTER, children: [], refers: [] });
        else return;
        if (name !== "style") elements[at]?.children.push(elements.length - 1);
      },
      onclosetag: () => open.pop(),
    },
    { xmlMode: true },
  );
  parser.end(svg);
  return !isTooDeep && costOf(elements, byId, styleRefers) <= MOST_COST;
};

/** The cost of the first element with all that is drawn through it; without end where something refers to itself. */
const costOf = (
  elements: readonly Element[],
  byId: ReadonlyMap<string, number>,
  styleRefers: readonly string[],
): number => {
  const known = new Map<number, number>();
  const underWay = new Set<number>();
  const cost = (at: number): number => {
    const before = known.get(at);
    if (before !== undefined) return before;
    if (underWay.has(at)) return Number.POSITIVE_INFINITY;
    underWay.add(at);
    const { own, children, refers } = elements[at] as Element;
    const through = refers.flatMap((id) => byId.get(id) ?? []);
    const sum = [...children, ...through].reduce((total, each) => total + cost(each), own);
    underWay.delete(at);
    known.set(at, sum);
    return sum;
  };
  if (elements.length === 0) return 0;
  // a rule of a style sheet may hold for any element
  const styled = styleRefers.reduce((most, id) => {
    const at = byId.get(id);
    return at === undefined ? most : Math.max(most, cost(at));
  }, 0);
  return cost(0) + elements.length * (styled < 1 ? 0 : styled);
};
