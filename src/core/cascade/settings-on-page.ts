import { valueAt } from "../design/operations";
import { bandPlaceIn, type Part } from "../design/part";
import { type PartNode, walk } from "../design/tree";
import type { PageValues } from "../model/choices";
import { findChoice, type Openable, openablesOf } from "./openable";
import { type Source, valuesOnPage } from "./page-values";

/** A setting of a part that a page could say itself, open to pages or not yet. */
export interface SettingOnPage extends Openable {
  readonly node: PartNode;
  readonly value: unknown;
  /** Null while pages may not change it. */
  readonly open: { readonly name: string; readonly label: string; readonly source: Source } | null;
}

/** Everything of a part that one page could say itself, in reading order. */
export const settingsOnPage = (part: Part, values: PageValues | undefined): readonly SettingOnPage[] => {
  const onPage = new Map(valuesOnPage(part, values).map((each) => [each.choice, each]));
  return [...walk(part)].flatMap(({ node }) =>
    openablesOf(node)
      .filter(({ where }) => !where || where(bandPlaceIn(part, node.id)))
      .map((openable): SettingOnPage => {
        const choice = findChoice(part, node.id, openable.path);
        const said = choice && onPage.get(choice);
        return {
          ...openable,
          node,
          value: said?.value ?? valueAt(node, openable.path),
          open: choice && said ? { name: choice.name, label: choice.label, source: said.source } : null,
        };
      }),
  );
};
