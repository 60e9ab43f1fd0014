"use client";
import CallSplitIcon from "@mui/icons-material/CallSplit";
import { memo } from "react";
import { findChoice, findOpenable, nameFor, openablesOf } from "../../core/cascade/openable";
import { findPlace, type PartNode } from "../../core/design/tree";
import { choiceLabel } from "../../messages/block-fields";
import { SignButton } from "../fields/SignButton";
import { useEditor } from "./editor";

/** Opens a setting of the part being edited to pages, or closes it. What pages say is kept either way. */
export const togglePagesMayChange = (node: string, path: readonly string[]): void => {
  const { body: part, set } = useEditor.getState();
  const found = part && findPlace(part, node)?.node;
  const openable = found && findOpenable(found, path);
  if (!part || !found || !openable) return;
  const choices = part.choices ?? [];
  const open = findChoice(part, node, path);
  if (open) {
    const left = choices.filter((each) => each !== open);
    set(["choices"], left.length === 0 ? undefined : left);
    return;
  }
  const { type } = openable;
  const name = nameFor(openable, part, []);
  set(["choices"], [...choices, { name, label: choiceLabel(found, path), type, node, path: [...path] }]);
};

/** Key P: the main setting of the selected node. */
export const toggleMainSetting = (): void => {
  const { body: part, selected } = useEditor.getState();
  const node = part && selected ? findPlace(part, selected)?.node : undefined;
  const [main] = node ? openablesOf(node) : [];
  if (node && main) togglePagesMayChange(node.id, main.path);
};

/** How a setting that may be opened to pages is called there; null for one that may not. */
export const openLabel = (node: PartNode, path: readonly string[]): string | null =>
  findOpenable(node, path) ? choiceLabel(node, path) : null;

interface OpenToPagesProps {
  readonly node: string;
  readonly path: readonly string[];
  readonly label: string;
  readonly isOpen: boolean;
}

/** Beside a setting that may be opened: whether pages may change it. */
export const OpenToPages = memo(({ node, path, label, isOpen }: OpenToPagesProps) => (
  <SignButton
    title={
      isOpen
        ? "Single pages may have another one. Press to have the same on all pages again (P)"
        : "The same on all pages. Press to let single pages have another one (P)"
    }
    label={`Pages may change it: ${label}`}
    isPressed={isOpen}
    onPress={() => togglePagesMayChange(node, path)}
  >
    <CallSplitIcon sx={{ fontSize: 15, rotate: "90deg" }} />
  </SignButton>
));
