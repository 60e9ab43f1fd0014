import { type BlockKind, defaultSettings, holdsBlocks, type SettingsOf } from "../blocks";
import { Band, type Block, Cell } from "../design/part";
import { Look } from "../model/look";

/** Makes nodes with ids that no other tree has. */
export class Maker {
  constructor(readonly newId: () => string) {}
  /** The settings of a kind that nobody set. */
  usual<K extends BlockKind>(kind: K): SettingsOf<K> {
    return defaultSettings(kind);
  }
  block<K extends BlockKind>(
    kind: K,
    settings: Partial<SettingsOf<K>> = {},
    look: Partial<Look> = {},
    blocks?: readonly Block[],
  ): Block {
    return {
      id: this.newId(),
      kind,
      settings: { ...defaultSettings(kind), ...settings },
      look: { ...Look.parse({}), ...look },
      ...(holdsBlocks(kind) ? { blocks: blocks ?? [] } : {}),
    } as unknown as Block;
  }
  cell(settings: Partial<Cell>, ...blocks: readonly (Block | null)[]): Cell {
    return {
      ...(Cell.parse({ id: this.newId() }) as Cell),
      ...settings,
      blocks: blocks.filter((block): block is Block => block !== null),
    };
  }
  band(settings: Partial<Band>, ...cells: readonly Cell[]): Band {
    const filled = cells.filter((cell) => cell.blocks.length > 0);
    const kept = filled.length > 0 ? filled : cells.slice(0, 1);
    return { ...(Band.parse({ id: this.newId(), cells: [{ id: "x" }] }) as Band), ...settings, cells: kept };
  }
}
