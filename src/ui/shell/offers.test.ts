import { describe, expect, it } from "vitest";
import { type Offer, offersCalled } from "./offers";

const offer = (title: string, detail = "", also = ""): Offer => ({ key: title, title, detail, also });
const OFFERS = [
  offer("Corners of buttons", "House style"),
  offer("Stays at the top", "Main band", "sticky fixed pinned"),
  offer("Corners", "Main band", "radius rounded"),
  offer("New header", "makes a part"),
];
const called = (typed: string) => offersCalled(OFFERS, typed).map(({ title }) => title);

describe("what is offered by its name", () => {
  it.each([
    ["sticky", ["Stays at the top"]],
    ["corn", ["Corners of buttons", "Corners"]],
    // every word counts, wherever it stands
    ["band corners", ["Corners"]],
    ["band", []],
    // the name itself before what is merely called so
    ["new", ["New header"]],
    ["top", ["Stays at the top"]],
    ["  ", []],
    ["nothing of it", []],
  ])("“%s”", (typed, titles) => {
    expect(called(typed)).toEqual(titles);
  });
});
