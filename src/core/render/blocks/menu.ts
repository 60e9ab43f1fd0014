import type { MenuItem } from "../../model/design";
import { wornBy } from "../base-css";
import { type BlockOf, type BlockRenderer, element, nodeClass, type RenderContext } from "../context";
import { rem } from "../css";
import { attributes, html, type SafeHtml } from "../html";

/**
 * A row of links with drop-downs, and the same links in a drawer behind a button where the band is too narrow. Both
 * are native elements: `details` opens without a script, `popover` puts the drawer in the top layer.
 */
export const menu: BlockRenderer<"menu"> = {
  render: (block, context) => {
    const found = context.data.menus[block.settings.menu];
    if (!found) return null;
    const items = found.items.flatMap((item) => resolveItem(item, context));
    if (items.length === 0) return null;
    const { direction, buttonBelow, label } = block.settings;
    context.state.needsScript = true;
    const selector = `.${nodeClass(block.id)}`;
    context.css.node(`${selector}>.row`, { gap: `${rem(6)} ${rem(block.settings.gap)}` });
    const row = html`<ul class="row ${direction === "column" ? "column" : ""}">${items.map((item) => rowItem(item, block))}</ul>`;
    const navigation = { "aria-label": label };
    if (direction === "column" || buttonBelow === 0)
      return element("nav", block, context, { attributes: navigation }, row);
    const edge = buttonBelow / 16;
    context.css.extra(
      `@container (width < ${edge}rem){${selector}>.row{display:none}}\n@container (width >= ${edge}rem){${selector}>.open{display:none}}`,
    );
    return element(
      "nav",
      block,
      context,
      { attributes: navigation },
      html`${row}${drawer(items, block, context)}`,
    );
  },
  css: (style) => `.b-menu{${wornBy(style, "menu")}}
.b-menu ul{list-style:none;padding:0}
.b-menu .row{display:flex;flex-wrap:wrap;align-items:center}
.b-menu .row.column{flex-direction:column;align-items:flex-start}
.b-menu a,.b-menu summary{display:inline-block;text-decoration:none;padding:.3rem 0;cursor:pointer}
.b-menu .row a:hover,.b-menu summary:hover,.b-menu .drawer a:hover{text-decoration:underline}
.b-menu [aria-current]{text-decoration:underline;text-decoration-thickness:.12em}
.b-menu details{position:relative}
.b-menu summary{list-style:none}.b-menu summary::-webkit-details-marker{display:none}
.b-menu summary::after{content:"";display:inline-block;width:.4em;height:.4em;margin:0 0 .18em .45em;border:solid currentColor;border-width:0 .1em .1em 0;rotate:45deg}
.b-menu .row:not(.column) details>ul{position:absolute;z-index:5;top:100%;left:-1rem;min-width:13rem;padding:.5rem 1rem;background:var(--surface);color:var(--text);border:1px solid var(--line);border-radius:var(--radius);box-shadow:var(--shadow)}
.b-menu .row:not(.column)>li:nth-last-child(-n+2):not(:first-child) details>ul{left:auto;right:-1rem}
.b-menu .row.column details>ul{padding-left:1rem}
.b-menu .open,.b-menu .close{font:inherit;color:inherit;background:none;border:1px solid currentColor;border-radius:var(--radius);padding:.45rem .8rem;min-height:2.5rem;cursor:pointer;display:inline-flex;align-items:center;gap:.5rem}
.b-menu .open::before{content:"";width:1rem;height:.7rem;border:solid currentColor;border-width:.12rem 0;background:linear-gradient(currentColor,currentColor) center/100% .12rem no-repeat}
.b-menu .drawer{position:fixed;inset:0 0 0 auto;width:min(22rem,86vw);height:100%;max-height:none;margin:0;padding:1.25rem 1.5rem;border:0;background:var(--surface);color:var(--text);overflow:auto}
.b-menu .drawer.left{inset:0 auto 0 0}
.b-menu .drawer::backdrop{background:rgb(0 0 0/.45)}
.b-menu .drawer a{padding:.55rem 0}
.b-menu .drawer ul ul{padding-left:1rem}
.b-menu .drawer .close{margin-bottom:1rem}`,
};

interface ResolvedItem {
  readonly id: string;
  readonly label: string;
  readonly href: string | null;
  readonly isCurrent: boolean;
  readonly items: readonly ResolvedItem[];
}

/** An item whose page is gone is not drawn; what hangs below it stays reachable in its place. */
const resolveItem = (item: MenuItem, context: RenderContext): ResolvedItem[] => {
  const items = item.items.flatMap((child) => resolveItem(child, context));
  const { target } = item;
  const link = target && "identity" in target ? context.data.links[target.identity] : undefined;
  if (target && "identity" in target && !link) return items;
  const href = link ? link.path : target && "url" in target ? target.url : null;
  if (href === null && items.length === 0) return [];
  return [{ id: item.id, label: item.label, href, isCurrent: href === context.data.page.path, items }];
};

const linkHtml = (item: ResolvedItem): SafeHtml =>
  html`<a${attributes({ href: item.href, "aria-current": item.isCurrent ? "page" : null })}>${item.label}</a>`;

const rowItem = (item: ResolvedItem, block: BlockOf<"menu">): SafeHtml => {
  if (item.items.length === 0 || (block.settings.subItems === "none" && item.href !== null))
    return html`<li>${linkHtml(item)}</li>`;
  const own = item.href === null ? null : html`<li>${linkHtml(item)}</li>`;
  return html`<li><details name="m-${block.id}"><summary>${item.label}</summary><ul>${own}${item.items.map(deepItem)}</ul></details></li>`;
};

const deepItem = (item: ResolvedItem): SafeHtml =>
  html`<li>${item.href === null ? item.label : linkHtml(item)}${below(item)}</li>`;

const below = (item: ResolvedItem): SafeHtml | null =>
  item.items.length === 0 ? null : html`<ul>${item.items.map(deepItem)}</ul>`;

const drawer = (items: readonly ResolvedItem[], block: BlockOf<"menu">, context: RenderContext): SafeHtml => {
  const id = `d-${block.id}`;
  return html`<button class="open" type="button" popovertarget="${id}">${context.words.menu}</button><div class="drawer ${block.settings.drawerSide}" popover id="${id}"><button class="close" type="button" popovertarget="${id}" popovertargetaction="hide">${context.words.close}</button><ul>${items.map(deepItem)}</ul></div>`;
};
