import { valueAt, withValueAt } from "../design/operations";
import type { Part } from "../design/part";
import { findPlace, type PartNode, updateNode } from "../design/tree";
import type { Choice, ChoiceValue, PageValues } from "../model/choices";
import { findOpenable, type Openable, takesValue } from "./openable";

/** Where a value of a page comes from: the page says it, or the part does for every page it shows on. */
export type Source = "page" | "part";

/** A setting as it stands on one page. */
export interface ValueOnPage {
  readonly choice: Choice;
  readonly value: unknown;
  readonly source: Source;
  /** What the part says. */
  readonly everywhere: unknown;
}

/** The setting of a node that a choice opens, if it is still one. */
const openIn = (node: PartNode, { path, type }: Choice): Openable | undefined => {
  const openable = findOpenable(node, path);
  return openable?.type === type ? openable : undefined;
};

/** What a page says for a choice, if it says something the setting can be. */
const saidBy = (
  values: PageValues | undefined,
  { name }: Choice,
  openable: Openable,
): ChoiceValue | undefined => {
  const value = values?.[name];
  return value !== undefined && takesValue(openable, value) ? value : undefined;
};

/**
 * The part as one page has it: what the page says for the choices the part reads, at all widths. The same object if the
 * page says nothing the part reads.
 */
export const withPageValues = (part: Part, values: PageValues | undefined): Part => {
  if (values === undefined || part.choices === undefined) return part;
  return part.choices.reduce((current, choice) => {
    if (values[choice.name] === undefined) return current;
    return updateNode(current, choice.node, (node) => {
      const openable = openIn(node, choice);
      const value = openable && saidBy(values, choice, openable);
      return value === undefined ? node : (withValueAt(node, choice.path, value) as PartNode);
    });
  }, part);
};

/** Every setting of a part that pages may change, as it stands on a page. Those of blocks that are gone are left out. */
export const valuesOnPage = (part: Part, values: PageValues | undefined): readonly ValueOnPage[] =>
  (part.choices ?? []).flatMap((choice) => {
    const node = findPlace(part, choice.node)?.node;
    const openable = node && openIn(node, choice);
    if (!openable) return [];
    const everywhere = valueAt(node, choice.path);
    const said = saidBy(values, choice, openable);
    return [{ choice, value: said ?? everywhere, source: said === undefined ? "part" : "page", everywhere }];
  });

/** Names for which a page says something that the part does not read. */
export const unreadValues = (part: Part | undefined, values: PageValues | undefined): readonly string[] => {
  const read = new Set(part ? valuesOnPage(part, values).map(({ choice }) => choice.name) : []);
  return Object.keys(values ?? {}).filter((name) => !read.has(name));
};
