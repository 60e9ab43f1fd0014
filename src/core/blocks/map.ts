import { type BlockContext, element, nodeClass, wordsOf } from "../draw/context";
import { rem } from "../draw/css";
import { html, type SafeHtml } from "../draw/html";
import { hrefOf } from "../draw/links";
import { MAP_COLOURS, MAP_SIZE, mapName } from "../draw/map-address";
import { scaleOf } from "../geo/mercator";
import { placeText } from "../geo/place-text";
import type { Links } from "../measure/menu-items";
import type { Place } from "../model/place";
import { identityOf, type Responsive, valueAt, WIDTHS } from "../model/values";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { mapSettings, type SettingsOfMap } from "./map-settings";

/** The line below a map: what opens it, and the way there. px. */
const LINE = 44;
/** The longest a scale is, px. */
const LONGEST_SCALE = 110;
/** What stands on a map has a ground of its own: the map is light here and dark there. */
const ON_MAP = { text: "#14191a", ground: "#ffffff" } as const;

const opens = ({ height, opened }: SettingsOfMap): boolean =>
  WIDTHS.some((width) => valueAt(opened, width) > valueAt(height, width));

/** Whether anything stands below a map: what opens it, or a way there to a page that is still there. */
const hasLine = (settings: SettingsOfMap, links: Links): boolean => {
  const way = identityOf(settings.directions);
  const leads = settings.directions !== null && (way === undefined || links[way] !== undefined);
  return opens(settings) || leads;
};

export const map = defineBlock({
  kind: "map",
  settings: mapSettings,
  isSteady: true,
  inks: (settings, { links }) =>
    settings.place === null ? [] : [ON_MAP, ...(hasLine(settings, links) ? [PLAIN] : [])],
  height: ({ settings }, { width, material: { links } }) =>
    settings.place === null ? null : valueAt(settings.height, width) + (hasLine(settings, links) ? LINE : 0),
  draw: (block, context) => {
    const { settings } = block;
    const { place } = settings;
    if (place === null) return null;
    heightsCss(block.id, settings, context);
    return element(
      "div",
      block,
      context,
      {},
      html`${pictureOf({ ...settings, place }, context)}${lineBelow({ ...settings, place }, context)}`,
    );
  },
  css: `.b-map{width:100%;min-width:0}
.map{position:relative;overflow:hidden;container-type:inline-size;isolation:isolate}
.map>img{position:absolute;left:50%;top:50%;translate:-50% -50%;width:${rem(MAP_SIZE.width)};height:${rem(MAP_SIZE.height)};max-width:none}
.pin{position:absolute;left:50%;top:50%}.pin::before{content:"";position:absolute;width:1.125rem;height:1.125rem;translate:-50% -50%;border:.3rem solid ${ON_MAP.text};border-radius:50%;background:${ON_MAP.ground};box-shadow:0 0 0 2px ${ON_MAP.ground}}
.pin>span{position:absolute;bottom:1rem;translate:-50% 0;width:max-content;max-width:min(16rem,92cqw);padding:.2rem .6rem;text-align:center}
.pin>span,.map>small{border-radius:var(--radius);color:${ON_MAP.text};background:${ON_MAP.ground}}
.map>small{position:absolute;bottom:.4rem;max-width:calc(50% - .8rem);padding:.1rem .4rem;font-size:.75rem;line-height:1.3}
.map>.scale{left:.5rem;padding-inline:0;border-bottom:3px solid;text-align:center;overflow:hidden}.map>.credit{right:.5rem}
.map-line{display:flex;flex-wrap:wrap;gap:0 1.5rem;align-items:flex-start;min-height:${rem(LINE)}}
.bleed .map-line{max-width:calc(var(--content) + 3rem);margin-inline:auto;padding-inline:1.5rem}
.map-line summary,.map-line>a{display:block;min-height:${rem(LINE)};line-height:${rem(LINE)}}
.map-line summary{cursor:pointer;list-style:none;text-decoration:underline;text-decoration-thickness:.08em;text-underline-offset:.18em}.map-line summary::-webkit-details-marker{display:none}
.map-line summary::before{content:"+";content:"+"/"";display:inline-block;width:1.4em;text-decoration:none}.map-line [open]>summary::before{content:"−";content:"−"/""}
.map-line p{margin:0;padding-bottom:.8rem}`,
});

type Placed = Omit<SettingsOfMap, "place"> & { readonly place: Place };

/** How high at first, and when it is opened. */
const heightsCss = (id: string, settings: SettingsOfMap, { css }: BlockContext): void => {
  const own = `.${nodeClass(id)}`;
  css.responsive(`${own}>.map`, settings.height, (height) => ({ height: rem(height) }));
  if (!opens(settings)) return;
  const most = (width: (typeof WIDTHS)[number]) =>
    Math.max(valueAt(settings.height, width), valueAt(settings.opened, width));
  const opened: Responsive<number> = { wide: most("wide"), middle: most("middle"), small: most("small") };
  css.responsive(`${own}:has(>.map-line>[open])>.map`, opened, (height) => ({ height: rem(height) }));
};

const pictureOf = (settings: Placed, context: BlockContext): SafeHtml => {
  const { place, zoom, tone, marker } = settings;
  const { words } = context;
  const { metres, px } = scaleOf(place.lat, zoom, LONGEST_SCALE);
  const said = marker === "" ? context.data.site.name : marker;
  return html`<div class="map" style="background:${MAP_COLOURS[tone].water}"><img src="/_media/${mapName(settings)}" alt="${words.mapOf(said)}" width="${MAP_SIZE.width}" height="${MAP_SIZE.height}" loading="lazy"><span class="pin">${marker === "" ? null : html`<span class="t-small">${wordsOf(context, "marker", marker)}</span>`}</span><small class="scale" style="width:${rem(px)}">${words.distance(metres)}</small><small class="credit">${words.mapData}</small></div>`;
};

/** A disclosure opens the map and says where the place is (WAI-ARIA Authoring Practices, Disclosure): by markup and rules alone. */
const lineBelow = (settings: Placed, context: BlockContext): SafeHtml | null => {
  const href = settings.directions && hrefOf(settings.directions, context);
  if (!hasLine(settings, context.data.links)) return null;
  const { largerMap } = context.words;
  const opener = opens(settings)
    ? html`<details><summary>${largerMap}</summary><p>${placeText(settings.place)}</p></details>`
    : null;
  const way = href
    ? html`<a href="${href}">${wordsOf(context, "directionsWords", settings.directionsWords)}</a>`
    : null;
  return html`<div class="map-line t-small">${opener}${way}</div>`;
};
