import { expect, type Page, test } from "@playwright/test";
import { type Design, type DesignDocument, designOf } from "../src/core/design/design";
import { withValueAt } from "../src/core/design/operations";
import type { Part } from "../src/core/design/part";
import { redrawingOf } from "../src/core/editions/redrawing";
import { HouseStyle } from "../src/core/model/house-style";
import { SiteProfile } from "../src/core/model/profile";
import { SLOTS } from "../src/core/model/slot";
import { renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { blindShaper, shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { isWhole } from "./sample";

/** Chromium is the oracle of what nobody sees: where the review says that a part stays as it is, it looks the same there. */

const base = pageData();
const list = block("entryList", { facts: ["date"] } as never);
const PARTS: Readonly<Record<string, Part>> = {
  menu: partWith("header", [
    block("logo"),
    block("menu", { menu: "main" }),
    block("search"),
    block("account"),
  ]),
  name: partWith("header", [block("siteName"), block("tagline"), block("button", { label: "Write" })], {
    width: "full",
    background: { colour: "role:surface" },
  }),
  stacked: partWith("header", [block("menu", { menu: "main", direction: "column" } as never)], {
    stackOnSmall: true,
    colour: "role:accent",
    background: { colour: "#223344" },
  }),
  title: partWith("titleBar", [block("title")], { background: { colour: "role:accent" } }),
  trail: partWith("titleBar", [block("heading", { text: "Words" }), block("breadcrumbs")]),
  picture: partWith("titleBar", [block("title")], {
    background: { picture: "pic", texture: "dots", overlay: 30 },
  }),
  body: partWith("layout", [block("title"), block("facts"), block("body"), block("mainPicture")]),
  list: partWith("layout", [list, block("pager")]),
  side: partWith("side", [block("heading", { text: "Beside" }), block("richText"), block("line")]),
  foot: partWith("footer", [block("copyright"), block("social"), block("address"), block("backToTop")], {
    background: { colour: "#112233" },
    colour: "#ffffff",
  }),
  sign: partWith("footer", [
    block("signUp"),
    block("notice", { text: "Closed" }),
    block("group", {}, [block("tagline")]),
  ]),
};

interface Change {
  readonly what: string;
  readonly style: HouseStyle;
  readonly profile: SiteProfile;
}

/** Other values a leaf could have; those that do not fit are sorted out by the schema. */
const others = (value: unknown): readonly unknown[] => {
  if (typeof value === "number") return [value === 0 ? 3 : value * 1.25, value + 1];
  if (typeof value === "boolean") return [!value];
  if (typeof value !== "string") return [];
  return ["#12ab34", "never", "pointedAt", "dots", "linear", "ink", "grey", "Other words"].filter(
    (each) => each !== value,
  );
};
const leaves = (
  value: unknown,
  path: readonly (string | number)[] = [],
): readonly (readonly (string | number)[])[] =>
  value !== null && typeof value === "object"
    ? Object.entries(value).flatMap(([key, inner]) =>
        leaves(inner, [...path, Array.isArray(value) ? Number(key) : key]),
      )
    : [path];
const at = (value: unknown, path: readonly (string | number)[]): unknown =>
  path.reduce<unknown>((each, key) => (each as Record<string, unknown>)[key], value);

/** Every single value of the house style and of the profile changed, one at a time. */
const changes = (): readonly Change[] => {
  const { style, profile } = base;
  const of = <T>(
    what: string,
    body: T,
    schema: { safeParse: (value: unknown) => { success: boolean; data?: unknown } },
  ) =>
    leaves(body).flatMap((path) =>
      others(at(body, path))
        .flatMap((value) => {
          if (["schema", "variations", "kept", "ownFonts", "fonts", "name", "id"].includes(String(path[0])))
            return [];
          const read = schema.safeParse(withValueAt(body, path, value));
          return read.success
            ? [{ what: `${what} ${path.join(".")} = ${String(value)}`, body: read.data as T }]
            : [];
        })
        .slice(0, 1),
    );
  return [
    ...of("style", style, HouseStyle).map(({ what, body }) => ({ what, style: body, profile })),
    ...of("profile", profile, SiteProfile).map(({ what, body }) => ({ what, style, profile: body })),
  ];
};

const designWith = (part: Part, { style, profile }: Pick<Change, "style" | "profile">): Design =>
  designOf([
    { id: "style", kind: "style", body: style },
    { id: "profile", kind: "profile", body: profile },
    ...Object.entries(base.menus).map(([id, body]): DesignDocument => ({ id, kind: "menu", body })),
    ...Object.entries(base.pictures).map(([id, body]): DesignDocument => ({ id, kind: "picture", body })),
    { id: "part", kind: "part", body: part },
  ]);

const drawn = (part: Part, { style, profile }: Pick<Change, "style" | "profile">) => {
  const slots = Object.fromEntries(SLOTS.map((slot) => [slot, null])) as PageData["slots"];
  const entries = [entryView(), entryView({ id: "e2", title: "Two", restricted: true })];
  const data: PageData = {
    ...base,
    style,
    profile,
    slots: { ...slots, [part.slot]: { id: "part", part } },
    lists: { [list.id]: { entries, total: 30, page: 2, pages: 3, stem: "/notes/" } },
  };
  const { css, body } = renderPage(data, ENGLISH, { shaper });
  return { css: css.replace(/@font-face\{[^}]*\}/g, ""), body };
};

/** What the browser makes of every element of a part, at rest: its styles, and where it stands. */
const computed = (page: Page, { css, body }: ReturnType<typeof drawn>, slot: string): Promise<string> =>
  page.evaluate(
    ({ rules, inside, name }) => {
      document.head.querySelector("#drawn")?.remove();
      const style = document.createElement("style");
      style.id = "drawn";
      style.textContent = `${rules}\n*{transition:none!important;animation:none!important}`;
      document.head.append(style);
      document.body.innerHTML = inside;
      const region = document.querySelector(`.slot-${name}`);
      if (!region) return "";
      // what stands before it may push it
      const from = region.getBoundingClientRect();
      // what the page itself has is handed down, and told by what is made of it; names of properties are none of it
      const told = (element: Element, pseudo?: string) => {
        const all = getComputedStyle(element, pseudo);
        return [...all].map((property) => `${property}:${all.getPropertyValue(property)}`).join(";");
      };
      const hasPlainText = (element: Element) =>
        [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim());
      // what is inherited counts where it is drawn with
      const INHERITED =
        /^(?:color|font|letter-spacing|line-height|text-|-webkit-text|caret-color|outline-color|border-[a-z-]*color|column-rule-color|-webkit-|perspective-origin|transform-origin|block-size|inline-size|width|height|row-gap|column-gap|overflow-wrap)/;
      return [...region.querySelectorAll("*")]
        .map((element) => {
          const { x, y, width, height } = element.getBoundingClientRect();
          const styles = [undefined, "::before", "::after"].map((pseudo) =>
            told(element, pseudo)
              .split(";")
              .filter((each) => hasPlainText(element) || !INHERITED.test(each))
              .filter((each) => !each.startsWith("--"))
              .join(";"),
          );
          return `${element.tagName} ${[x - from.x, y - from.y, width, height].map((each) => Math.round(each * 64)).join()} ${styles.join("|")}`;
        })
        .join("\n");
    },
    { rules: css, inside: body, name: slot },
  );

test("a part that the review leaves out looks the same to a browser, whatever value of the style or the profile changed", async ({
  page,
}) => {
  test.setTimeout(isWhole ? 3_600_000 : 420_000);
  const seed = runSeed(23);
  const random = seeded(seed);
  await blankPage(page);
  await loadFonts(page);
  const drawer = { words: ENGLISH, shaper: blindShaper, language: "en", at: base.at };
  const pairs = changes().flatMap((change) => Object.keys(PARTS).map((name) => ({ change, name })));
  const wrong: string[] = [];
  let [same, more] = [0, 0];
  const looked = isWhole ? pairs : pairs.filter(() => random.chance(0.02));
  for (const { change, name } of looked) {
    const part = PARTS[name] as Part;
    const [before, after] = [base, change].map((each) => designWith(part, each)) as [Design, Design];
    const redrawing = redrawingOf({ before, after, drawer });
    const isSaid = redrawing.on("part", { identity: "entry:x", role: "entry" } as never);
    const sides = [drawn(part, base), drawn(part, change)] as const;
    const seen: boolean[] = [];
    for (const width of [1280, 760, 390]) {
      await page.setViewportSize({ width, height: 700 });
      const [one, other] = [
        await computed(page, sides[0], part.slot),
        await computed(page, sides[1], part.slot),
      ];
      seen.push(one !== other);
    }
    if (!isSaid) same += 1;
    if (!isSaid && seen.some(Boolean)) wrong.push(`${name}: ${change.what}`);
    if (isSaid && !seen.some(Boolean)) more += 1;
  }
  console.log(
    `looks: ${looked.length} of ${pairs.length} changes of ${Object.keys(PARTS).length} parts; ${same} said to stay as they are, ${wrong.length} of them not; ${more} named that are seen only pointed at, opened or not at all (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
  expect(same).toBeGreaterThan(looked.length / 4);
});
