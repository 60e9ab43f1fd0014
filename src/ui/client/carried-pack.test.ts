import { expect, it } from "vitest";
import { takeCarried, useCarriedPack } from "./carried-pack";

it("a pack that is carried is taken once, and on the site it is for", () => {
  const file = new File(["pack"], "header.zip");
  useCarriedPack.setState({ site: "tide-mill", file });
  expect(takeCarried("observatory")).toBeNull();
  expect(takeCarried("tide-mill")).toBe(file);
  expect(takeCarried("tide-mill")).toBeNull();
});
