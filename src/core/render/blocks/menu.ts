import { canFold, opensBelow } from "../../layout/extents";
import { type MenuShare, type ShownItem, shareOf, shownItems } from "../../layout/menu-items";
import type { Promotion } from "../../model/design";
import type { HouseStyle } from "../../model/house-style";
import { wornBy } from "../base-css";
import {
  type BlockOf,
  type BlockRenderer,
  element,
  itemWords,
  nodeClass,
  type RenderContext,
  wordsOf,
} from "../context";
import { rem } from "../css";
import { attributes, type Content, html, type SafeHtml } from "../html";
import { pictureHtml } from "../picture-html";
import { buttonLookCss, hrefOf } from "./button";

/**
 * A row of links with drop-downs, and the same links in a drawer behind a button where the band is too narrow. Both
 * are native elements: `details` is a disclosure that opens without a script, `popover` puts the drawer in the top
 * layer. How wide it all is stands in `layout/extents`: the two change together.
 */
export const menu: BlockRenderer<"menu"> = {
  render: (block, context) => {
    const { settings } = block;
    const { data, css, folds } = context;
    const all = shownItems(data.menus[settings.menu]?.items ?? [], data.links);
    const share: MenuShare = settings.share ?? "all";
    const items = shareOf(all, share);
    if (items.length === 0) return null;
    context.state.needsScript = true;
    const selector = `.${nodeClass(block.id)}`;
    css.node(`${selector}>.row`, { gap: `${rem(6)} ${rem(settings.gap)}` });
    const classes = ["row", settings.direction === "column" ? "column" : ""].filter(Boolean).join(" ");
    const opening = settings.opensOn === "pointing" ? "pointing" : null;
    const row = html`<ul${attributes({ class: classes, "data-opens": opening })}>${items.map((item) => rowItem(item, block, context))}</ul>`;
    const navigation = { attributes: { "aria-label": settings.label } };
    if (!canFold(block) || folds === null) return element("nav", block, context, navigation, row);
    css.folded(
      folds,
      share === "first"
        ? `${selector}{display:none}`
        : `${selector}>.row{display:none}${selector}>.open{display:inline-flex}`,
    );
    const more = share === "first" ? null : drawer(all, block, context);
    return element("nav", block, context, navigation, html`${row}${more}`);
  },
  css: (style) => menuCss(style),
};

const menuCss = (style: HouseStyle): string => `.b-menu{${wornBy(style, "menu")}}
.b-menu ul{list-style:none;padding:0}
.b-menu .row{display:flex;flex-wrap:wrap;align-items:center}
.b-menu .row.column{flex-direction:column;align-items:flex-start}
.b-menu a,.b-menu summary{display:inline-block;text-decoration:none;padding:.3rem 0;cursor:pointer}
.b-menu .row:not(.column)>li>a,.b-menu .row:not(.column)>li>details>summary{white-space:nowrap}
.b-menu .row a:hover,.b-menu summary:hover,.b-menu .drawer a:hover{text-decoration:underline}
.b-menu [aria-current]{text-decoration:underline;text-decoration-thickness:.12em}
.b-menu .row .high{padding-inline:.8em;border-radius:${style.buttons.radius}px}
${buttonLookCss(".b-menu .row .high", style, "filled")}
.b-menu details{position:relative}
.b-menu summary{list-style:none}.b-menu summary::-webkit-details-marker{display:none}
.b-menu summary::after{content:"";display:inline-block;width:.4em;height:.4em;margin:0 0 .18em .45em;border:solid currentColor;border-width:0 .1em .1em 0;rotate:45deg}
.b-menu .row:not(.column) details>ul{position:absolute;z-index:5;top:100%;left:-1rem;min-width:13rem;padding:.5rem 1rem;background:var(--surface);color:var(--text);border:1px solid var(--line);border-radius:var(--radius);box-shadow:var(--shadow)}
.b-menu .row:not(.column)>li:nth-last-child(-n+2):not(:first-child) details>ul{left:auto;right:-1rem}
.b-menu .row.column details>ul{padding-left:1rem}
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

const linkHtml = (item: ShownItem, context: RenderContext, isInRow = false): SafeHtml =>
  html`<a${attributes({
    class: isInRow && item.isHighlighted ? "high" : null,
    href: item.href,
  })}${context.current(item.href)}>${labelHtml(item, context)}</a>`;

/** The label with its sign before it. */
const labelHtml = (item: ShownItem, context: RenderContext): Content => {
  const label = wordsOf(context, itemWords("label", item.id), item.label);
  if (item.sign === null) return label;
  context.css.share(
    "sign",
    ".b-menu .sign{flex:none;width:1.1em;height:1.1em;margin-right:.4em;vertical-align:-.16em}",
  );
  return html`<svg class="sign" viewBox="0 0 24 24" fill="currentColor" aria-hidden="true"><path d="${item.sign}"/></svg>${label}`;
};

const rowItem = (item: ShownItem, block: BlockOf<"menu">, context: RenderContext): SafeHtml => {
  if (!opensBelow(item, block.settings.subItems)) return html`<li>${linkHtml(item, context, true)}</li>`;
  const own = item.href === null ? null : html`<li>${linkHtml(item, context)}</li>`;
  if (block.settings.subItems === "panel") return panelItem(item, own, block, context);
  const below = item.items.map((each) => deepItem(each, context));
  return html`<li><details name="m-${block.id}"><summary${attributes({ class: item.isHighlighted ? "high" : null })}>${labelHtml(item, context)}</summary><ul>${own}${below}</ul></details></li>`;
};

/** An item that opens a panel as wide as the band: what is below it in columns, and what it promotes beside them. */
const panelItem = (
  item: ShownItem,
  own: SafeHtml | null,
  block: BlockOf<"menu">,
  context: RenderContext,
): SafeHtml => {
  context.css.share("panel", PANEL_CSS);
  const columns = html`<ul>${own}${item.items.map((each) => deepItem(each, context))}</ul>`;
  return html`<li><details class="wide" name="m-${block.id}"><summary${attributes({ class: item.isHighlighted ? "high" : null })}>${labelHtml(item, context)}</summary><div class="panel">${columns}${item.promotion && promotionHtml(item.id, item.promotion, context)}</div></details></li>`;
};

const PANEL_CSS = `.b-menu details.wide{position:static}
.b-menu .panel{position:absolute;z-index:5;top:100%;left:0;right:0;display:flex;gap:2.5rem;max-width:calc(var(--content) + 3rem);margin-inline:auto;padding:1.5rem;background:var(--surface);color:var(--text);border:1px solid var(--line);border-radius:var(--radius);box-shadow:var(--shadow)}
.b-menu .panel>ul{flex:1;columns:3 12rem;column-gap:2rem}
.b-menu .panel>ul>li{break-inside:avoid}
.b-menu .panel ul ul{padding-left:1rem}
.b-menu .promotion{flex:0 0 18rem;display:grid;gap:.75rem;align-content:start}
.b-menu .promotion img{width:100%;height:9rem;object-fit:cover;border-radius:var(--radius)}
.b-menu .promotion a{padding:0}`;

const promotionHtml = (item: string, promotion: Promotion, context: RenderContext): SafeHtml => {
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

const deepItem = (item: ShownItem, context: RenderContext): SafeHtml =>
  html`<li>${item.href === null ? wordsOf(context, itemWords("label", item.id), item.label) : linkHtml(item, context)}${
    item.items.length === 0 ? null : html`<ul>${item.items.map((each) => deepItem(each, context))}</ul>`
  }</li>`;

const drawer = (items: readonly ShownItem[], block: BlockOf<"menu">, context: RenderContext): SafeHtml => {
  const id = `d-${block.id}`;
  return html`<button class="open" type="button" popovertarget="${id}">${context.words.menu}</button><div class="drawer ${block.settings.drawerSide}" popover id="${id}"><button class="close" type="button" popovertarget="${id}" popovertargetaction="hide">${context.words.close}</button><ul>${items.map((item) => deepItem(item, context))}</ul></div>`;
};
