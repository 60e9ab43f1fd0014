import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { richTextHtml } from "../draw/rich-text-html";
import { type Inline, type RichBlock, RichText } from "../model/rich-text";
import { readRichHtml } from "./rich-html";

const paragraph = (...children: Inline[]): RichBlock => ({ type: "paragraph", children });
const said = (text: string): RichBlock => paragraph({ text });

/** Words as rich text keeps them: no two spaces, none at the ends, neighbours that differ in their marks. */
const words = fc.stringMatching(/^[A-Za-z&<>"'é日][A-Za-z&<>"'é日.]{0,8}( [a-z<&]{1,6}){0,2}$/);
const marks = fc.constantFrom<Omit<Inline, "text">>(
  {},
  { bold: true },
  { italic: true },
  { code: true },
  { bold: true, italic: true },
  { link: "/visit/" },
  { bold: true, link: "mailto:dome@observatory.example" },
);
const line = fc
  .array(fc.record({ text: words, of: marks }), { minLength: 1, maxLength: 4 })
  .map((all) =>
    all
      .filter(({ of }, at) => JSON.stringify(of) !== JSON.stringify(all[at - 1]?.of))
      .map(({ text, of }): Inline => ({ text, ...of })),
  );
const { blocks } = fc.letrec<{ blocks: readonly RichBlock[]; block: RichBlock; item: readonly RichBlock[] }>(
  (tie) => ({
    item: fc
      .tuple(line, fc.array(tie("block"), { maxLength: 1 }))
      .map(([first, rest]) => [{ type: "paragraph", children: first }, ...rest]),
    block: fc.oneof(
      { depthSize: "small", withCrossShrink: true },
      line.map((children): RichBlock => ({ type: "paragraph", children })),
      fc
        .record({ level: fc.constantFrom(2 as const, 3 as const, 4 as const), children: line })
        .map((each): RichBlock => ({ type: "heading", ...each })),
      fc.constant<RichBlock>({ type: "rule" }),
      fc
        .stringMatching(/^[ -~]{1,12}(\n[ -~]{0,12}){0,2}$/)
        .map((text): RichBlock => ({ type: "code", text })),
      fc
        .record({ ordered: fc.boolean(), items: fc.array(tie("item"), { minLength: 1, maxLength: 3 }) })
        .map((each): RichBlock => ({ type: "list", ...each })),
      fc
        .array(tie("block"), { minLength: 1, maxLength: 2 })
        .map((children): RichBlock => ({ type: "quote", children })),
    ),
    blocks: fc.array(tie("block"), { maxLength: 5 }),
  }),
);

describe("rich text read from HTML", () => {
  it("is the tree the HTML was drawn from", () => {
    fc.assert(
      fc.property(blocks, (tree) => {
        expect(readRichHtml(richTextHtml(tree).text)).toEqual(tree);
      }),
      { seed: 5, numRuns: 600 },
    );
  });

  // as Chromium writes them into an element that is edited
  it.each<[string, string, RichBlock[]]>([
    ["words without an element", "Open on Fridays", [said("Open on Fridays")]],
    ["a new line", "<p>Open</p><div>on Fridays</div>", [said("Open"), said("on Fridays")]],
    ["a line that is broken", "<p>Open<br>on Fridays</p>", [said("Open"), said("on Fridays")]],
    ["an empty line", "<p>Open</p><p><br></p>", [said("Open")]],
    ["a space at the end", "<p>Open&nbsp;</p>", [said("Open")]],
    ["two spaces", "<p>Open &nbsp;on</p>", [said("Open on")]],
    ["another kind of space", "<p>10\u2009km</p>", [said("10\u2009km")]],
    [
      "bold and italic by the keyboard",
      "<p>Open <b>on <i>Fridays</i></b> only</p>",
      [
        paragraph(
          { text: "Open " },
          { text: "on ", bold: true },
          { text: "Fridays", bold: true, italic: true },
          { text: " only" },
        ),
      ],
    ],
    ["a mark with nothing in it", "<p>Open<b></b></p>", [said("Open")]],
    [
      "spaces round marks",
      "<p>Open <b> on </b></p>",
      [paragraph({ text: "Open " }, { text: "on", bold: true })],
    ],
    [
      "a list that is moved in",
      "<ul><li>Domes</li><ul><li>East</li></ul></ul>",
      [
        {
          type: "list",
          ordered: false,
          items: [[said("Domes"), { type: "list", ordered: false, items: [[said("East")]] }]],
        },
      ],
    ],
    [
      "an item that was emptied",
      "<ol><li>Domes</li><li><br></li></ol>",
      [{ type: "list", ordered: true, items: [[said("Domes")]] }],
    ],
    ["a list that was emptied", "<ul><li><br></li></ul>", []],
    [
      "a heading of the page's rank",
      "<h1>Domes<br>open</h1>",
      [{ type: "heading", level: 2, children: [{ text: "Domes open" }] }],
    ],
    ["a break in code", "<pre><code>a<br>b</code></pre>", [{ type: "code", text: "a\nb" }]],
  ])("%s", (_, html, tree) => {
    expect(readRichHtml(html)).toEqual(tree);
  });

  it("takes nothing along that rich text has no name for", () => {
    const html =
      '<p onclick="x()" style="color:red">Open <span class="x">on</span> <a href="javascript:x()">Fridays</a></p><script>x()</script><img src="x" onerror="x()"><table><tr><td>one</td><td>two</td></tr></table>';
    expect(readRichHtml(html)).toEqual([said("Open on Fridays"), said("one"), said("two")]);
  });
  it("fits what can be stored, whatever it is given", () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 200, unit: fc.constantFrom(..."<>/=\"' abliuph1preq&;\n") }),
        (html) => {
          expect(RichText.safeParse(readRichHtml(html)).success).toBe(true);
        },
      ),
      { seed: 8, numRuns: 400 },
    );
  });
});
