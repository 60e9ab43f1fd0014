import { expect, it } from "vitest";
import { BLOCK_CONTROLS } from "./block-fields";
import { fieldName } from "./fields";
import { BAND_CONTROLS, CELL_CONTROLS, LOOK_CONTROLS } from "./node-fields";
import { ALSO_CALLED } from "./setting-words";

it("what people call settings is said of settings there are", () => {
  const specs = [BAND_CONTROLS, CELL_CONTROLS, LOOK_CONTROLS, ...Object.values(BLOCK_CONTROLS)].flat();
  const names = new Set(specs.map(({ label, path }) => label ?? fieldName(path.at(-1) ?? "")));
  expect(Object.keys(ALSO_CALLED).filter((name) => !names.has(name))).toEqual([]);
});
