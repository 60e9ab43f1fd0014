import { describe, expect, it } from "vitest";
import { retiredIn, retiredWordsIn, shownTexts } from "../../scripts/words.mjs";

/** The check of `docs/words.md` itself: it would pass over everything if it read no text or knew no word. */
const BOOK = `
| \`kept\` | above the heading | nothing |

## Retired
| retired | why | instead |
|---|---|---|
| \`put off\`, \`puts off\` | two meanings | call off |
| \`sign\` but \`sign in\`, \`sign-up\` | an icon? | icon |
| \`About\` | of whom? | Grouped under |
| \`ΔE\` | a number | hardly another |
`;
const retired = retiredIn(BOOK);
const insteadOf = (text: string) => retiredWordsIn(text, retired).map(({ instead }) => instead);

describe("retired words", () => {
  it.each([
    ["Put off until Monday", ["call off"]],
    ["It puts off the sign", ["call off", "icon"]],
    ["Sign in, then choose a sign", ["icon"]],
    ["Sign in to go on", []],
    ["Sign-up form", []],
    ["assigned to", []],
    ["About", ["Grouped under"]],
    ["About the author", []],
    ["0.1 ΔE", ["hardly another"]],
    ["kept", []],
  ])("in “%s”", (text, instead) => {
    expect(insteadOf(text)).toEqual(instead);
  });

  it("are looked for in what is shown: text, labels, sentences with holes, and nothing that is code", () => {
    const source = `
      import { put } from "put off";
      const key: "sign" = "sign";
      export const Some = ({ name }) => (
        <button aria-label={\`Put off \${name}\`} className="sign one" title="plain">{name ? "off" : "on"} it <b>now</b></button>
      );
      switch (key) { case "sign": say("Nothing was saved."); }
    `;
    expect(shownTexts("src/ui/Some.tsx", source)).toEqual([
      "Put off …",
      "plain",
      "off",
      "on",
      "it",
      "now",
      "Nothing was saved.",
    ]);
  });
});
