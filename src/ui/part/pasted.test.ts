import { describe, expect, it } from "vitest";
import { plainText } from "../../core/model/rich-text";
import { COPIED_TYPE, readPasted } from "./pasted";

const origin = "https://ridge.example";
const clipboard = (text: string, files: readonly File[] = [], types: readonly string[] = ["text/plain"]) => ({
  types,
  files: files as unknown as FileList,
  getData: (type: string) => (type === "text/plain" ? text : ""),
});
const read = (text: string, isMenu = false) => readPasted(clipboard(text), { isMenu, origin });

describe("what is pasted into the list of a part", () => {
  it("is what was copied there, whatever words came with it", () => {
    expect(
      readPasted(clipboard("Main band", [], ["text/plain", COPIED_TYPE]), { isMenu: true, origin }),
    ).toEqual({
      as: "copied",
    });
  });
  it("is its pictures, and no other file", () => {
    const picture = new File(["…"], "dome.png", { type: "image/png" });
    const letter = new File(["…"], "letter.pdf", { type: "application/pdf" });
    expect(readPasted(clipboard("dome.png", [letter, picture]), { isMenu: false, origin })).toEqual({
      as: "pictures",
      files: [picture],
    });
    expect(readPasted(clipboard("", [letter]), { isMenu: false, origin })).toBeNull();
  });
  it.each([
    [
      "https://www.tickets.example/nights?day=5",
      "tickets.example",
      "https://www.tickets.example/nights?day=5",
    ],
    ["  www.tickets.example\n", "tickets.example", "https://www.tickets.example"],
    [
      "mailto:lamp@ridge.example?subject=Hello",
      "lamp@ridge.example",
      "mailto:lamp@ridge.example?subject=Hello",
    ],
    ["tel:+4915550100", "+4915550100", "tel:+4915550100"],
    [
      "https://ridge.example/visit/open-nights/?from=x#times",
      "Open nights",
      "/visit/open-nights/?from=x#times",
    ],
    ["/sky_notes/", "Sky notes", "/sky_notes/"],
    ["https://ridge.example/", "Front page", "/"],
  ])("%s is a button", (text, label, url) => {
    expect(read(text)).toEqual({ as: "button", label, target: { url } });
    expect(read(text, true)).toEqual(read(text));
  });
  it.each([
    "javascript:alert(1)",
    "data:text/html,x",
    "//elsewhere.example/x",
    "see https://ridge.example/visit/",
    "https://",
    "#times",
  ])("%s is no address: it stays words", (text) => {
    expect(read(text)).toMatchObject({ as: "text" });
  });
  it("is a text as it was marked up where it was copied; plain words in many elements are read as they stand", () => {
    const copied = (plain: string, html: string) =>
      readPasted(
        { ...clipboard(plain), getData: (type) => (type === "text/html" ? html : plain) },
        { isMenu: false, origin },
      );
    expect(
      copied(
        "Open nights\nFridays",
        "<meta charset=utf-8><h3>Open nights</h3><p onclick=x()><b>Fridays</b></p>",
      ),
    ).toEqual({
      as: "text",
      text: [
        { type: "heading", level: 3, children: [{ text: "Open nights" }] },
        { type: "paragraph", children: [{ text: "Fridays", bold: true }] },
      ],
    });
    expect(copied("## Open nights", "<div><span style='color:red'>## Open nights</span></div>")).toEqual(
      read("## Open nights"),
    );
    expect(copied("Open", "<script>x()</script>")).toEqual(read("Open"));
  });
  it("is items where a menu is selected: a line each, without empty ones, cut where they are too long", () => {
    expect(read("Visit\r\n\r\n  The domes \nPrints", true)).toEqual({
      as: "items",
      labels: ["Visit", "The domes", "Prints"],
    });
    expect(read("x".repeat(5000), true)).toEqual({ as: "items", labels: ["x".repeat(200)] });
  });
  it("is text otherwise, read as Markdown; nothing where there is nothing", () => {
    const pasted = read("Open **Fridays**.\n\nBring a lamp.");
    expect(pasted?.as === "text" && plainText(pasted.text)).toMatch(/Open Fridays\.\s+Bring a lamp\./);
    expect(read(" \n ")).toBeNull();
  });
});
