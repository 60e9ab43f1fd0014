import { describe, expect, it } from "vitest";
import { createStore } from "zustand";
import { Followers } from "./followers";
import { renderTogether } from "./render-together";

const setUp = () => {
  const store = createStore(() => ({ word: "" }));
  const followers = new Followers(store);
  const asked: number[][] = [];
  const thread = {
    renderAll: async (wanted: readonly { readonly view: number }[]) => {
      asked.push(wanted.map(({ view }) => view));
      return wanted.map(() => []);
    },
  };
  const drawn = { id: "a", part: null, instead: {} };
  const follow = (view: number) =>
    followers.add(
      () =>
        void renderTogether(thread, { view, name: { id: view, subject: "page" }, hasRuler: false }, drawn),
    );
  return { store, asked, follow };
};

describe("those who follow what is edited", () => {
  it("have it drawn within the change itself, all in one go", () => {
    const { store, asked, follow } = setUp();
    for (const view of [1, 2, 3]) follow(view);
    store.setState({ word: "Sky" });
    expect(asked).toEqual([[1, 2, 3]]);
    store.setState({ word: "Dome" });
    expect(asked.length).toBe(2);
  });
  it("hear nothing more when they have left", () => {
    const { store, asked, follow } = setUp();
    follow(1);
    follow(2)();
    store.setState({ word: "Sky" });
    expect(asked).toEqual([[1]]);
  });
});
