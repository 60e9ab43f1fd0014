import { z } from "zod";
import { wornBy } from "../draw/base-css";
import { buttonLookCss } from "../draw/button-css";
import { type BlockContext, element, itemWords, nodeClass, wordsOf } from "../draw/context";
import { rem } from "../draw/css";
import { attributes, type Content, html, type SafeHtml } from "../draw/html";
import { hrefOf } from "../draw/links";
import { pictureHtml } from "../draw/picture-html";
import {
  itemsOn,
  type MenuShare,
  rowItems,
  type ShownItem,
  shareOf,
  shownItems,
} from "../measure/menu-items";
import { layoutUnit } from "../measure/shaper";
import type { Measured } from "../measure/text-measure";
import type { HouseStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import type { Promotion } from "../model/menu";
import { px } from "../model/values";
import { controlHeight, type HeightScene, wornHeight } from "./heights";
import { buttonInks, PLAIN } from "./inks";
import { type BlockWith, defineBlock } from "./kind";
import { deciding, menuId, words } from "./roles";
import { type Extent, remIn, rigid, type Scene, withGaps, wornText } from "./sizes";

const settings = z.object({
  menu: menuId().default(""),
  direction: z.enum(["row", "column"]).default("row"),
  subItems: deciding(z.enum(["dropDown", "panel", "none"])).default("dropDown"),
  /** Where the menu becomes a button that opens a drawer: where it no longer fits, or below a width of its band (px at 16 px text; 0 is never). */
  buttonBelow: z.union([px(2000), z.enum(["computed", "always", "never"])]).default("computed"),
  drawerSide: z.enum(["left", "right", "above"]).default("right"),
  /** What opens what hangs below an item; by keyboard and by touch it is always a press. */
  opensOn: z.enum(["click", "pointing"]).default("click"),
  /** All items, or one half of them: two menus either side of a logo. */
  share: z.enum(["all", "first", "second"]).default("all"),
  gap: px(200).default(28),
  label: words(z.string().max(60)).default("Menu"),
});
type Block = BlockWith<"menu", z.output<typeof settings>>;

/**
 * A row of links with drop-downs, and the same links in a drawer behind a button where the band is too narrow. Both
 * are native elements: `details` is a disclosure that opens without a script, `popover` puts the drawer in the top
 * layer. How wide it all is stands below: the two change together.
 */
export const menu = defineBlock({
  kind: "menu",
  settings,
  wearsType: true,
  // what a panel shows are entries, newest first
  isSteady: ({ subItems }) => subItems !== "panel",
  inks: ({ menu, share }, { style, menus, links }) => {
    const items = rowItems(menus[menu], share ?? "all", { links });
    const high = items.some(({ isHighlighted }) => isHighlighted) ? buttonInks(style, "filled") : [];
    return items.length === 0 ? [] : [PLAIN, ...high];
  },
  extent: (block, scene) => menuExtent(block, scene),
  height: (block, scene) => menuHeight(block, scene),
  draw: (block, context) => {
    const { settings } = block;
    const { data, css, folds } = context;
    const all = shownItems(data.menus[settings.menu]?.items ?? [], data);
    const share: MenuShare = settings.share ?? "all";
    const items = shareOf(all, share);
    if (items.length === 0) return null;
    context.state.needsScript = true;
    const selector = `.${nodeClass(block.id)}`;
    css.node(`${selector}>.row`, { gap: `${rem(ROW_GAP)} ${rem(settings.gap)}` });
    const classes = ["row", settings.direction === "column" ? "column" : ""].filter(Boolean).join(" ");
    const opening = settings.opensOn === "pointing" ? "pointing" : null;
    const row = html`<ul${attributes({ class: classes, "data-opens": opening })}>${items.map((item) => rowItem(item, block, context))}</ul>`;
    const navigation = { attributes: { "aria-label": settings.label } };
    if (!canFold(block) || folds === null) return element("nav", block, context, navigation, row);
    const isCarried = isCarriedBy(block, context.rowMenus);
    css.folded(
      folds,
      isCarried
        ? `${selector}{display:none}`
        : `${selector}>.row{display:none}${selector}>.open{display:inline-flex}`,
    );
    // the button of a second half has both
    const more = isCarried ? null : drawer(share === "first" ? items : all, block, context);
    return element("nav", block, context, navigation, html`${row}${more}`);
  },
  css: (style) => menuCss(style),
});

/** Sign behind a label that opens something: .4em wide, .45em away. */
const opener = (size: number): number => layoutUnit(0.4 * size) + layoutUnit(0.45 * size);
/** A sign before a label: 1.1em wide, .4em away. */
const sign = (size: number): number => layoutUnit(1.1 * size) + layoutUnit(0.4 * size);
/** Room either side of a label that stands out. */
const HIGHLIGHT = 0.8;

type SubItems = Block["settings"]["subItems"];

export const opensBelow = (item: ShownItem, subItems: SubItems): boolean =>
  item.items.length > 0 && !(subItems === "none" && item.href !== null);

export const menuItemWidth = (item: ShownItem, block: Block, scene: Scene): Measured => {
  const setting = wornText(block, "menu", scene);
  const { width, isExact } = scene.measure.line(item.label, setting);
  const more =
    (item.sign === null ? 0 : sign(setting.size)) +
    (opensBelow(item, block.settings.subItems) ? opener(setting.size) : 0) +
    (item.isHighlighted ? 2 * layoutUnit(HIGHLIGHT * setting.size) : 0);
  return { width: width + more, isExact };
};

/** The button a menu becomes: three lines, a gap, one word; buttons take no letter spacing and no capitals from around. */
const menuButton = (block: Block, scene: Scene): Extent => {
  const setting = { ...wornText(block, "menu", scene), spacing: 0, upper: false };
  const word = scene.measure.line(scene.material.words.menu, setting);
  const inside = remIn(16, scene) + remIn(8, scene) + 2 * remIn(12.8, scene) + 2;
  return rigid(word, inside);
};

/** Whether the menu of a block can become a button at all. */
export const canFold = ({ settings }: Block): boolean =>
  settings.direction === "row" && settings.buttonBelow !== 0 && settings.buttonBelow !== "never";

/** Whether the button of another menu of the band stands for this one too: a first half whose second half is shown wherever it is. */
export const isCarriedBy = ({ settings, look }: AnyBlock, menus: readonly AnyBlock[]): boolean =>
  settings["share"] === "first" &&
  menus.some(
    (other) =>
      other.settings["share"] === "second" &&
      other.settings["menu"] === settings["menu"] &&
      canFold(other as Block) &&
      other.look.hideOn.every((width) => look.hideOn.includes(width)),
  );

const menuExtent = (block: Block, scene: Scene): Extent | null => {
  const { settings } = block;
  const all = rowItems(scene.material.menus[settings.menu], settings.share ?? "all", scene.material);
  if (all.length === 0) return null;
  const items = itemsOn(all, scene.width);
  if (canFold(block) && (scene.isFolded || settings.buttonBelow === "always"))
    return isCarriedBy(block, scene.rowMenus) ? null : menuButton(block, scene);
  const widths = items.map((item) => menuItemWidth(item, block, scene));
  const widest = Math.max(0, ...widths.map(({ width }) => width));
  const isExact = widths.every((each) => each.isExact);
  if (settings.direction === "column")
    return { min: widest, max: widest, keep: widest, read: widest, isExact };
  // a longer label is a longer item: no item breaks
  const extra = settings.share === "second" ? 0 : (scene.extra ?? 0);
  const longest = Math.max(widest, (widths[0]?.width ?? 0) + extra);
  const row =
    withGaps(
      widths.map(({ width }) => width),
      remIn(settings.gap, scene),
    ) + extra;
  return { min: longest, max: row, keep: row, read: longest, isExact };
};

const menuHeight = (block: Block, scene: HeightScene): number | null => {
  const { settings } = block;
  const all = rowItems(scene.material.menus[settings.menu], settings.share ?? "all", scene.material);
  if (all.length === 0) return null;
  const items = itemsOn(all, scene.width);
  const line = wornHeight(block, "menu", scene);
  if (canFold(block) && (scene.isFolded || settings.buttonBelow === "always"))
    return isCarriedBy(block, scene.rowMenus) ? null : controlHeight(line);
  const item = line + 2 * ITEM_PADDING;
  return settings.direction === "row" ? item : items.length * item + (items.length - 1) * ROW_GAP;
};

/** Above and below an item, px: .3rem; and between two rows. */
const ITEM_PADDING = 4.8;
const ROW_GAP = 6;

const menuCss = (style: HouseStyle): string => `.b-menu{${wornBy(style, "menu")}}
.b-menu ul{list-style:none;padding:0}
.b-menu .row{display:flex;flex-wrap:wrap;align-items:center;justify-content:var(--along,normal)}
.b-menu .row.column{flex-direction:column;align-items:var(--along,flex-start);justify-content:normal}
.b-menu a,.b-menu summary,.b-menu .plain{display:inline-block;padding:.3rem 0}
.b-menu a,.b-menu summary{text-decoration:none;cursor:pointer}
.b-menu .row:not(.column)>li>:is(a,.plain),.b-menu .row:not(.column)>li>details>summary{white-space:nowrap}
.b-menu .row a:hover,.b-menu summary:hover,.b-menu .drawer a:hover{text-decoration:underline}
.b-menu [aria-current]{text-decoration:underline;text-decoration-thickness:.12em}
.b-menu .row .high{padding-inline:.8em;border-radius:${style.buttons.radius}px}
${buttonLookCss(".b-menu .row .high", style, "filled")}
.b-menu details{position:relative}
.b-menu summary{list-style:none}.b-menu summary::-webkit-details-marker{display:none}
.b-menu summary::after{content:"";display:inline-block;width:.4em;height:.4em;margin:0 0 .18em .45em;border:solid currentColor;border-width:0 .1em .1em 0;rotate:45deg}
.b-menu .row:not(.column) details>ul{position:absolute;z-index:5;top:100%;left:-1rem;min-width:13rem;padding:.5rem 1rem;background:var(--surface);color:var(--text);border:1px solid var(--line);border-radius:var(--radius);box-shadow:var(--shadow)}
.b-menu .row:not(.column) details>ul ul{padding-left:1rem}
.b-menu .row:not(.column)>li:nth-last-child(-n+2):not(:first-child) details>ul{left:auto;right:-1rem}
.b-menu .row.column details>ul,.b-menu .row.column details>ul ul{padding-left:1rem}
.b-menu .open,.b-menu .close{font:inherit;color:inherit;background:none;border:1px solid currentColor;border-radius:var(--radius);padding:.45rem .8rem;min-height:2.5rem;cursor:pointer;align-items:center;gap:.5rem;white-space:nowrap}
.b-menu .open{display:none}.b-menu .close{display:inline-flex}
.b-menu .open::before{content:"";flex:none;width:1rem;height:.7rem;border:solid currentColor;border-width:.12rem 0;background:linear-gradient(currentColor,currentColor) center/100% .12rem no-repeat}
.b-menu .drawer{position:fixed;inset:0 0 0 auto;width:min(22rem,86vw);height:100%;max-height:none;margin:0;padding:1.25rem 1.5rem;border:0;background:var(--surface);color:var(--text);overflow:auto}
.b-menu .drawer.left{inset:0 auto 0 0}
.b-menu .drawer.above{inset:0 0 auto 0;width:100%;height:auto;max-height:100%}
.b-menu .drawer::backdrop{background:rgb(0 0 0/.45)}
.b-menu .drawer a{padding:.55rem 0}
.b-menu .drawer ul ul{padding-left:1rem}
.b-menu .drawer .close{margin-bottom:1rem}`;

/** What names the line of an item that some screens do not show. */
const placeOf = ({ id, hideOn }: ShownItem, { css }: BlockContext): SafeHtml | null => {
  if (hideOn.length === 0) return null;
  css.hide(`.b-menu .i-${id}`, hideOn);
  return attributes({ class: `i-${id}` });
};

const linkHtml = (item: ShownItem, context: BlockContext, isInRow = false): SafeHtml => {
  const high = isInRow && item.isHighlighted ? "high" : "";
  if (item.href === null)
    return html`<span class="${`plain ${high}`.trim()}">${labelHtml(item, context)}</span>`;
  // who hears the page is told before it happens (WCAG 2.2, technique G201)
  const tab = item.opensTab ? html`<span class="hidden"> (${context.words.newTab})</span>` : null;
  return html`<a${attributes({
    class: high || null,
    href: item.href,
    target: item.opensTab ? "_blank" : null,
    rel: item.opensTab ? "noopener" : null,
  })}${context.current(item.href)}>${labelHtml(item, context)}${tab}</a>`;
};

/** The label with its sign before it. */
const labelHtml = (item: ShownItem, context: BlockContext): Content => {
  const label = wordsOf(context, itemWords("label", item.id), item.label);
  if (item.sign === null) return label;
  context.css.share(
    "sign",
    ".b-menu .sign{flex:none;width:1.1em;height:1.1em;margin-right:.4em;vertical-align:-.16em}",
  );
  return html`<svg class="sign" viewBox="0 0 24 24" fill="currentColor" aria-hidden="true"><path d="${item.sign}"/></svg>${label}`;
};

const rowItem = (item: ShownItem, block: Block, context: BlockContext): SafeHtml => {
  const place = placeOf(item, context);
  if (!opensBelow(item, block.settings.subItems))
    return html`<li${place}>${linkHtml(item, context, true)}</li>`;
  const own = item.href === null ? null : html`<li>${linkHtml(item, context)}</li>`;
  if (block.settings.subItems === "panel") return panelItem(item, own, block, context);
  const below = item.items.map((each) => deepItem(each, context));
  return html`<li${place}><details name="m-${block.id}"><summary${attributes({ class: item.isHighlighted ? "high" : null })}>${labelHtml(item, context)}</summary><ul>${own}${below}</ul></details></li>`;
};

/** An item that opens a panel as wide as the band: what is below it in columns, and what it promotes beside them. */
const panelItem = (item: ShownItem, own: SafeHtml | null, block: Block, context: BlockContext): SafeHtml => {
  context.css.share("panel", PANEL_CSS);
  const columns = html`<ul>${own}${item.items.map((each) => deepItem(each, context))}</ul>`;
  return html`<li${placeOf(item, context)}><details class="wide" name="m-${block.id}"><summary${attributes({ class: item.isHighlighted ? "high" : null })}>${labelHtml(item, context)}</summary><div class="panel">${columns}${item.promotion && promotionHtml(item.id, item.promotion, context)}</div></details></li>`;
};

const PANEL_CSS = `.b-menu details.wide{position:static}
.b-menu .panel{position:absolute;z-index:5;top:100%;left:0;right:0;display:flex;gap:2.5rem;max-width:calc(var(--content) + 3rem);margin-inline:auto;padding:1.5rem;background:var(--surface);color:var(--text);border:1px solid var(--line);border-radius:var(--radius);box-shadow:var(--shadow)}
.b-menu .panel>ul{flex:1;columns:3 12rem;column-gap:2rem}
.b-menu .panel>ul>li{break-inside:avoid}
.b-menu .panel ul ul{padding-left:1rem}
.b-menu .promotion{flex:0 0 18rem;display:grid;gap:.75rem;align-content:start}
.b-menu .promotion img{width:100%;height:9rem;object-fit:cover;border-radius:var(--radius)}
.b-menu .promotion a{padding:0}`;

const promotionHtml = (item: string, promotion: Promotion, context: BlockContext): SafeHtml => {
  const { data } = context;
  const picture = data.pictures[promotion.picture];
  const href = promotion.target === null ? null : hrefOf(promotion.target, context);
  const shown = html`${picture && pictureHtml(picture, { sizes: "288px", alt: promotion.text === "" ? picture.alt : "" })}${promotion.text === "" ? null : wordsOf(context, itemWords("promotion", item), promotion.text)}`;
  const entries = data.promoted[item] ?? [];
  const first =
    picture || promotion.text !== ""
      ? html`<div>${href === null ? shown : html`<a href="${href}">${shown}</a>`}</div>`
      : null;
  const list =
    entries.length === 0
      ? null
      : html`<ul>${entries.map((entry) => html`<li><a href="${entry.path}">${entry.title}</a></li>`)}</ul>`;
  return html`<div class="promotion">${first}${list}</div>`;
};

const deepItem = (item: ShownItem, context: BlockContext): SafeHtml =>
  html`<li${placeOf(item, context)}>${item.href === null ? wordsOf(context, itemWords("label", item.id), item.label) : linkHtml(item, context)}${
    item.items.length === 0 ? null : html`<ul>${item.items.map((each) => deepItem(each, context))}</ul>`
  }</li>`;

const drawer = (items: readonly ShownItem[], block: Block, context: BlockContext): SafeHtml => {
  const id = `d-${block.id}`;
  return html`<button class="open" type="button" popovertarget="${id}">${context.words.menu}</button><div class="drawer ${block.settings.drawerSide}" popover id="${id}"><button class="close" type="button" popovertarget="${id}" popovertargetaction="hide">${context.words.close}</button><ul>${items.map((item) => deepItem(item, context))}</ul></div>`;
};
