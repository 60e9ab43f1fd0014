import { describe, expect, it } from "vitest";
import { pageData, picture } from "../../test/page-data";
import type { Design, DesignDocument } from "../core/design/design";
import { designOf } from "../core/design/design";
import type { Operation } from "../core/design/operations";
import { valuesOf } from "../core/model/house-style";
import { styleDifferences } from "../core/style/differences";
import { describeChange, describeDocumentChange } from "./changes";
import { pictureFindingWords, pictureTypeName, placeWords, weightWords } from "./pictures";
import { differenceName, differenceValue, distanceWords, pairUseWords } from "./style";

const { style: plain, profile } = pageData();
const style = {
  ...plain,
  textStyles: [{ id: "t1", name: "Fine menus", look: plain.type.menu }],
};
const design: Design = designOf([
  { id: "style", kind: "style", body: style },
  { id: "profile", kind: "profile", body: profile },
  { id: "pic", kind: "picture", body: picture },
]);
const set = (id: string, path: (string | number)[], value: unknown, was: unknown): Operation => ({
  op: "set",
  id,
  path,
  value,
  was,
});

describe("changes of the house style, the profile and pictures in words", () => {
  const cases: readonly [Operation, string][] = [
    [set("style", ["palette", 1, "value"], "#000000", "#101010"), "colour Ink"],
    [set("style", ["palette"], [], []), "colours of the palette"],
    [set("style", ["roles", "accent"], "grey", "ink"), "colour for accent"],
    [set("style", ["type", "h1", "size"], 3, 2), "Heading 1 size"],
    [set("style", ["type", "menu", "lineHeight"], 2, 1), "Menus line height"],
    [
      set("style", ["buttons", "filled", "pointedGround"], "", "role:text"),
      "buttons: filled ground, pointed at",
    ],
    [set("style", ["measures", "contentWidth"], 900, 1100), "content width"],
    [set("style", ["variations"], [], []), "variations of the house style"],
    [set("profile", ["firstYear"], 2020, 2019), "site profile: first year"],
    [
      set("style", ["textStyles", 0, "look", "sizeOn", "small"], 1, 2),
      "text style Fine menus size on small screens",
    ],
    [set("style", ["textStyles", 0, "name"], "Fine", "Fine menus"), "text style Fine menus name"],
    [set("style", ["textStyles"], [], []), "text styles of the house style"],
    [set("pic", ["focal"], { x: 1, y: 1 }, { x: 50, y: 50 }), `picture “${picture.name}”: focal point`],
  ];
  it.each(cases)("%#: %s", (operation, words) => {
    expect(describeChange([operation], design)).toBe(words);
  });
});

describe("the review", () => {
  const document = <K extends "style" | "profile" | "picture">(kind: K, body: object) =>
    ({ id: kind, kind, body }) as unknown as DesignDocument;
  it("names what changed of the style, three and how many more", () => {
    const later = {
      ...style,
      palette: style.palette.map((each) => (each.id === "ink" ? { ...each, value: "#223344" } : each)),
      measures: { ...style.measures, radius: 9, contentWidth: 900 },
      fonts: { ...style.fonts, text: "Karla" },
    };
    expect(describeDocumentChange(document("style", style), document("style", later))).toBe(
      "colour Ink, family for text, content width and 1 more",
    );
    const kept = { ...style, variations: [{ id: "v1", name: "Summer", values: valuesOf(style) }] };
    expect(describeDocumentChange(document("style", style), document("style", kept))).toBe("variations");
  });
  it("names the fields of the profile and of a picture", () => {
    expect(
      describeDocumentChange(
        document("profile", profile),
        document("profile", { ...profile, firstYear: 2000, owner: "x" }),
      ),
    ).toBe("owner, first year");
    expect(
      describeDocumentChange(
        document("picture", picture),
        document("picture", { ...picture, focal: { x: 1, y: 2 } }),
      ),
    ).toBe("focal point");
  });
});

describe("what differs between two styles", () => {
  it("is named, with both values in short", () => {
    const before = valuesOf(style);
    const after = {
      ...before,
      palette: before.palette.map((each) => (each.id === "ink" ? { ...each, value: "#223344" } : each)),
      links: { ...before.links, colour: "role:accent" },
      type: { ...before.type, h1: { ...before.type.h1, upper: true } },
    };
    expect(
      styleDifferences(before, after).map((each) => [
        differenceName(each),
        differenceValue(each.before),
        differenceValue(each.after),
      ]),
    ).toEqual([
      ["colour Ink", "#101010", "#223344"],
      ["Heading 1 upper case", "no", "yes"],
      ["links: colour", "as the text around", "accent"],
    ]);
    expect(differenceValue(undefined)).toBe("not there");
    expect(differenceValue([1, 2])).toBe("2");
  });
  it("distances of colours are said as one sees them", () => {
    expect([0, 0.01, 0.03, 0.1, 0.4].map(distanceWords)).toEqual([
      "the same colour",
      "hardly another",
      "a little off",
      "clearly another",
      "far off",
    ]);
    expect(pairUseWords("fieldLine")).toBe("edge of fields");
  });
});

describe("pictures in words", () => {
  it("say what was noticed, how heavy a file is and where it stands", () => {
    expect(pictureFindingWords({ code: "tooSmall", times: 2.1, needed: 13440 })).toMatch(
      /^too small: shown 2\.1 times its size; 13.440 px wide would do$/,
    );
    expect(pictureFindingWords({ code: "tooHeavy", bytes: 24_500_000 })).toBe("the file is heavy: 24.5 MB");
    expect([pictureFindingWords({ code: "unused" }), pictureFindingWords({ code: "noWords" })]).toEqual([
      "used nowhere",
      "no alternative text",
    ]);
    expect([weightWords(310_200), weightWords(90), weightWords(1_000_000)]).toEqual([
      "310 KB",
      "1 KB",
      "1.0 MB",
    ]);
    expect(pictureTypeName("image/svg+xml")).toBe("SVG");
    expect(placeWords({ is: "sharePicture" })).toBe("the share picture");
    expect(placeWords({ is: "band", part: "p", node: "n" })).toBe("behind a band");
  });
});
