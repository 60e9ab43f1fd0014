import type { SettingsOf } from "../blocks";
import type { Arrangement } from "../blocks/list-settings";
import type { Band, Block, Cell } from "../design/part";
import { type Layout, type Pieces, padding } from "./form-material";

/** Forms of layouts, of archives and of entries, and of side columns. */

const NAME_STYLES = { small: "h5", middle: "h4", large: "h3" } as const;
const LOOKS = ["numbers", "olderNewer", "more"] as const;
const RATIOS = ["3:2", "16:9", "1:1"] as const;
const SIDES = ["left", "right", "alternating"] as const;
const PERIODS = ["month", "year", "day"] as const;

/** One of a few things that the trait of pictures stands for here. */
const chosen = <T>(p: Pieces, of: readonly T[]): T => of[(p.traits.picture ?? 0) % of.length] as T;

const band = (p: Pieces, name: string, ...cells: readonly Cell[]): Band =>
  p.band(
    name,
    p.traits.ground,
    { ...padding(p.room + 14), gap: 36, alignBlock: "start", stackOnSmall: true },
    ...cells,
  );
const column = (p: Pieces, share: number, ...blocks: readonly (Block | null)[]): Cell =>
  p.cell({ share, direction: "column", gap: 14 + p.room / 2 }, ...blocks);

const searchBox = (p: Pieces): Block | null =>
  p.traits.extra === "search" ? p.make.block("search", { width: 220 }) : null;

/** What is told of entries in a list: when they are, where some have a time, and who wrote them. */
const factsOf = ({ material }: Pieces): SettingsOf<"entryList">["rows"]["facts"] => [
  "date",
  ...(material.hasEvents ? (["when"] as const) : []),
  ...(material.hasAuthors ? (["author"] as const) : []),
];

const listBlock = (
  p: Pieces,
  arrangement: Arrangement,
  own: object,
  more: Partial<SettingsOf<"entryList">> = {},
) =>
  p.make.block("entryList", {
    arrangement,
    [arrangement]: { ...p.make.usual("entryList")[arrangement], facts: factsOf(p), ...own },
    ratio: chosen(p, RATIOS),
    nameStyle: NAME_STYLES[p.traits.sign],
    line: p.traits.rule,
    ...more,
  });

const archiveOf =
  (
    arrangement: Arrangement,
    ownOf: (p: Pieces) => object,
    more: Partial<SettingsOf<"entryList">> = {},
  ): Layout =>
  (p) => [
    band(
      p,
      "List",
      column(
        p,
        12,
        searchBox(p),
        listBlock(p, arrangement, ownOf(p), more),
        p.make.block("pager", { look: chosen(p, LOOKS) }),
      ),
    ),
  ];

const columnsOf = (p: Pieces) => ({
  columns: { wide: p.traits.sign === "large" ? 2 : 3, middle: 2, small: 1 },
});
export const listRows = archiveOf("rows", (p) => ({ picture: chosen(p, SIDES) }));
export const listCards = archiveOf("cards", columnsOf);
export const listColumns = archiveOf("columns", columnsOf);
export const listTimeline = archiveOf("timeline", (p) => ({ by: chosen(p, PERIODS) }));
export const listLarge = archiveOf("compact", () => ({ picture: true }), { firstLarge: true });

const authorOrNone = (p: Pieces): Block | null => (p.material.hasAuthors ? p.make.block("authorBox") : null);
const factBlock = (p: Pieces): Block => p.make.block("facts", { show: ["date", "author", "terms"] });
const mainPicture = (p: Pieces): Block =>
  p.make.block("mainPicture", {
    height: { wide: { small: 300, middle: 420, large: 520 }[p.traits.sign], small: 220 },
  });

/** All of it below one another. */
export const article: Layout = (p) => [
  band(
    p,
    "Entry",
    column(
      p,
      12,
      factBlock(p),
      mainPicture(p),
      p.make.block("body"),
      authorOrNone(p),
      p.make.block("neighbours"),
    ),
  ),
];

/** What is said at the left, the way through it and on at the right. */
export const beside: Layout = (p) => [
  band(
    p,
    "Entry",
    column(p, 8, mainPicture(p), p.make.block("body"), authorOrNone(p)),
    column(p, 4, searchBox(p), p.make.block("contents"), factBlock(p), p.make.block("share")),
  ),
];

/** When it is first, then what it is, then what comes next. */
export const event: Layout = (p) => {
  const kinds = p.material.eventKinds;
  if (kinds.length === 0) return null;
  const next = p.make.block("entryList", {
    from: "kinds",
    kinds: [...kinds],
    upcoming: true,
    notThis: true,
    sort: "start",
    direction: "up",
    count: 3,
    arrangement: "compact",
    compact: { ...p.make.usual("entryList").compact, facts: ["when"] },
    line: p.traits.rule,
  });
  return [
    band(
      p,
      "When and what",
      column(
        p,
        12,
        p.make.block("facts", { show: ["when"] }),
        mainPicture(p),
        p.make.block("body"),
        p.make.block("share"),
      ),
    ),
    band(
      p,
      "What comes next",
      column(p, 12, p.make.block("heading", { text: "What comes next", level: 2 }), next),
    ),
  ];
};

/** Its picture at the left; what it costs, what it is and how to pass it on at the right. */
export const priced: Layout = (p) => {
  const { priceField } = p.material;
  if (priceField === "") return null;
  const price = p.make.block("ownField", { field: priceField, style: NAME_STYLES[p.traits.sign] });
  return [
    band(
      p,
      "What it is and costs",
      column(p, 6, mainPicture(p), p.make.block("gallery")),
      column(
        p,
        6,
        price,
        p.make.block("body"),
        p.make.block("facts", { show: ["fields", "terms"] }),
        p.make.block("share"),
      ),
    ),
  ];
};

/** Pictures first. */
export const pictures: Layout = (p) => [
  band(
    p,
    "Pictures",
    column(
      p,
      12,
      mainPicture(p),
      p.make.block("gallery", { ratio: chosen(p, RATIOS) }),
      p.make.block("body"),
      factBlock(p),
      p.make.block("neighbours"),
    ),
  ),
];

const asideOf = (
  p: Pieces,
  words: string,
  list: Partial<SettingsOf<"entryList">>,
  facts: readonly ("date" | "when")[],
) => [
  band(
    p,
    "Beside",
    column(
      p,
      12,
      searchBox(p),
      p.make.block("heading", { text: words, level: 2, style: NAME_STYLES[p.traits.sign] }),
      p.make.block("entryList", {
        arrangement: "compact",
        compact: {
          ...p.make.usual("entryList").compact,
          facts: [...facts],
          picture: chosen(p, [false, true]),
        },
        line: p.traits.rule,
        ...list,
      }),
    ),
  ),
];

export const latest: Layout = (p) =>
  asideOf(p, "Latest", { from: "kinds", kinds: [...p.material.listedKinds], count: 5, notThis: true }, [
    "date",
  ]);

export const comes: Layout = (p) =>
  p.material.hasEvents
    ? asideOf(
        p,
        "What comes next",
        {
          from: "kinds",
          kinds: [...p.material.eventKinds],
          upcoming: true,
          sort: "start",
          direction: "up",
          count: 4,
        },
        ["when"],
      )
    : null;

export const related: Layout = (p) => asideOf(p, "Related", { from: "related", count: 4 }, ["date"]);

/** The way through the page, and on. */
export const onPage: Layout = (p) => [
  band(
    p,
    "Beside",
    column(
      p,
      12,
      searchBox(p),
      p.make.block("contents", { numbered: p.traits.rule }),
      authorOrNone(p),
      p.make.block("share"),
    ),
  ),
];
