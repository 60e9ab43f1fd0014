"use client";
import { Box, Tooltip } from "@mui/material";
import { memo } from "react";
import { findChoice, findOpenable, nameFor, openablesOf } from "../../core/cascade/openable";
import { findPlace, type PartNode } from "../../core/design/tree";
import { choiceLabel } from "../../messages/block-fields";
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
  <Tooltip describeChild title={isOpen ? "The same on all pages again" : "Let pages change it (P)"}>
    <Box
      component="button"
      type="button"
      aria-pressed={isOpen}
      aria-label={`Pages may change it: ${label}`}
      onClick={() => togglePagesMayChange(node, path)}
      sx={(theme) => ({
        font: "inherit",
        fontSize: 12,
        gridColumn: isOpen ? "1 / -1" : "auto",
        justifySelf: isOpen ? "start" : "center",
        minWidth: 24,
        minHeight: 24,
        px: isOpen ? 1 : 0,
        ml: isOpen ? "122px" : 0,
        mb: isOpen ? 0.5 : 0,
        borderRadius: 1,
        border: 1,
        borderColor: isOpen ? theme.vars?.palette.ours.brass : "transparent",
        background: isOpen ? theme.vars?.palette.ours.brassWash : "none",
        color: isOpen ? "text.primary" : "text.secondary",
        cursor: "pointer",
        "&:hover": { borderColor: theme.vars?.palette.ours.field },
      })}
    >
      {isOpen ? "pages may change" : "P"}
    </Box>
  </Tooltip>
));
