import { expect, it } from "vitest";
import { pageData } from "../../../test/page-data";
import { styleOffers } from "./value-names";

it("values of the house style are offered by the names they have beside their fields", () => {
  const offers = styleOffers(pageData().style, "observatory");
  expect(offers.map(({ title }) => title)).toEqual(
    expect.arrayContaining(["Content width", "Corners of buttons"]),
  );
  expect(new Set(offers.map(({ key }) => key)).size).toBe(offers.length);
  for (const { title, href } of offers)
    expect(href).toBe(`/s/observatory/style?find=${encodeURIComponent(title)}`);
});
