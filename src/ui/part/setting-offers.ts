"use client";
import { flushSync } from "react-dom";
import { bandPlaceIn, type Part } from "../../core/design/part";
import { walk } from "../../core/design/tree";
import { isOffered } from "../../messages/controls";
import { fieldName } from "../../messages/fields";
import { ALSO_CALLED } from "../../messages/setting-words";
import { specsFor } from "../../messages/specs-for";
import type { Offer } from "../shell/offers";
import { useEditor } from "./editor";

/** The settings of a part by their names, those of what is selected first: each leads to its field. */
export const settingOffers = (
  part: Part,
  selected: string | null,
  nameOf: (node: string) => string,
): readonly Offer[] => {
  const places = [...walk(part)];
  const chosen = places.filter(({ node }) => node.id === selected);
  return [...chosen, ...places.filter(({ node }) => node.id !== selected)].flatMap(({ node }) =>
    specsFor({ node })
      .filter((spec) => isOffered(spec, node, bandPlaceIn(part, node.id)))
      .map((spec) => {
        const title = spec.label ?? fieldName(spec.path.at(-1) ?? "");
        const setting = spec.path.join(".");
        return {
          key: `setting ${node.id} ${setting}`,
          title,
          detail: `setting of ${nameOf(node.id)}`,
          also: ALSO_CALLED[title] ?? "",
          act: () => goToSetting(node.id, setting),
        };
      }),
  );
};

/** Where a setting's field is marked with its name. */
export const SETTING = "data-setting";

/** Selects a node, unfolds its settings, and puts the keyboard into the field of one. */
const goToSetting = (node: string, setting: string): void => {
  flushSync(() => useEditor.setState({ selected: node, also: [], sought: node }));
  const line = document.querySelector(`[${SETTING}="${setting}"]`);
  line?.scrollIntoView({ block: "center" });
  line?.querySelector<HTMLElement>("input:not([type=hidden]),button,textarea,[tabindex='0']")?.focus();
};
