import type { BlockKind, SettingsOf } from "../src/core/blocks";
import { defaultSettings } from "../src/core/blocks";
import { Band, type Block, type Part } from "../src/core/design/part";
import type { EntryView } from "../src/core/draw/page-material";
import { HouseStyle } from "../src/core/model/house-style";
import { Look } from "../src/core/model/look";
import { EVERYWHERE } from "../src/core/model/placement";
import { SiteProfile } from "../src/core/model/profile";
import type { Slot } from "../src/core/model/slot";
import type { PageData } from "../src/core/render/page-data";

/** A page to draw, small and awkward: markup in every text. */
export const NASTY = `<script>alert("x")</script> & 'friends'`;

let next = 0;
export const block = <K extends BlockKind>(
  kind: K,
  settings: Partial<SettingsOf<K>> = {},
  blocks?: readonly Block[],
): Block =>
  ({
    id: `n${next++}`,
    kind,
    settings: { ...defaultSettings(kind), ...settings },
    look: Look.parse({}),
    ...(kind === "group" || kind === "hero" || kind === "slide" ? { blocks: blocks ?? [] } : {}),
  }) as unknown as Block;

export const partWith = (slot: Slot, blocks: readonly Block[], band: object = {}): Part => ({
  schema: 1,
  slot,
  number: 1,
  name: "Part",
  on: true,
  binnedAt: null,
  origin: "00000000-0000-4000-8000-000000000000",
  placement: EVERYWHERE,
  bands: [
    Band.parse({
      id: `b${next++}`,
      cells: [{ id: `c${next++}`, share: 1, blocks }],
      ...band,
    }) as Part["bands"][number],
  ],
});

export const entryView = (over: Partial<EntryView> = {}): EntryView => ({
  id: "e1",
  path: "/notes/one/",
  title: "One",
  summary: "In short",
  picture: "pic",
  pictures: ["pic"],
  film: { file: "f".repeat(64), type: "video/webm", name: "moon.webm" },
  published: "2026-03-01T10:00",
  starts: "2026-03-02T19:30",
  ends: "2026-03-02T22:00",
  author: { name: "Ida", path: "/people/ida/" },
  terms: [{ name: "Eclipses", path: "/topics/eclipses/" }],
  fields: [{ key: "price", label: "Price", value: "4.00" }],
  price: null,
  restricted: false,
  ...over,
});

export const picture = {
  schema: 1 as const,
  name: "Picture",
  origin: "00000000-0000-4000-8000-000000000000",
  file: "a".repeat(64),
  type: "image/jpeg" as const,
  width: 1600,
  height: 900,
  alt: "A dome",
  credit: "",
  focal: { x: 30, y: 70 },
  lightness: 20,
  formats: ["webp" as const],
  tones: "",
  renditions: [480, 960, 1600],
};

export const pageData = (over: Partial<PageData> = {}): PageData => ({
  site: {
    name: "Pellow Ridge",
    language: "en",
    origin: "http://observatory.localhost",
    searchPath: "/search/",
  },
  values: {},
  pieces: {},
  page: {
    identity: "entry:e1",
    path: "/notes/one/",
    title: "One",
    description: "In short",
    role: "entry",
    pageNumber: 1,
  },
  audience: "signedOut",
  at: "2026-06-01T12:00:00.000Z",
  slots: { header: null, titleBar: null, layout: null, side: null, footer: null },
  style: HouseStyle.parse({
    schema: 2,
    palette: [
      { id: "paper", name: "Paper", value: "#ffffff" },
      { id: "ink", name: "Ink", value: "#101010" },
      { id: "grey", name: "Grey", value: "#555555" },
      { id: "line", name: "Line", value: "#dddddd" },
    ],
    roles: {
      background: "paper",
      text: "ink",
      mutedText: "grey",
      accent: "ink",
      textOnAccent: "paper",
      line: "line",
      surface: "paper",
    },
    fonts: { text: "Public Sans", headings: "Fraunces" },
  }),
  profile: SiteProfile.parse({
    schema: 1,
    name: "Pellow Ridge",
    tagline: "Open at dusk",
    logo: "pic",
    logoOverPictures: "",
    owner: "Friends",
    firstYear: 2019,
    social: [{ icon: "mail", label: "Write", url: "mailto:a@b.example" }],
  }),
  menus: {
    main: {
      schema: 1,
      name: "Main",
      origin: "00000000-0000-4000-8000-000000000000",
      items: [
        {
          id: "i1",
          label: "Visit",
          target: { identity: "entry:visit" },
          items: [{ id: "i2", label: "By bus", target: { identity: "entry:bus" }, items: [] }],
        },
        {
          id: "i3",
          label: "Gone",
          target: { identity: "entry:gone" },
          items: [{ id: "i4", label: "Under it", target: { url: "https://example.org/" }, items: [] }],
        },
        { id: "i5", label: "Nothing at all", target: null, items: [] },
      ],
    },
  },
  pictures: { pic: picture },
  links: {
    "entry:visit": { path: "/visit/", title: "Visit" },
    "entry:bus": { path: "/visit/by-bus/", title: "By bus" },
  },
  trail: [
    { title: "Front page", path: "/" },
    { title: "Sky notes", path: "/notes/" },
    { title: "One", path: "/notes/one/" },
  ],
  entry: entryView(),
  body: [{ type: "paragraph", children: [{ text: "Hello" }] }],
  mayRead: true,
  lists: {},
  neighbours: {},
  author: { name: "Ida", path: "/people/ida/", about: "Draws what she sees", links: [] },
  promoted: {},
  query: "",
  account: null,
  ...over,
});

/** A video in two formats, with what is said in it. */
export const film = {
  file: "c".repeat(64),
  type: "video/webm",
  name: "Sky",
  also: [{ file: "d".repeat(64), type: "video/mp4", name: "Sky" }],
  captions: { file: "e".repeat(64), name: "In words" },
};
