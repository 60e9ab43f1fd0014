import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { rem } from "../draw/css";
import { html, type SafeHtml } from "../draw/html";
import type { SocialLink } from "../model/profile";
import { px } from "../model/values";
import { wornHeight } from "./heights";
import { PLAIN, SIGN } from "./inks";
import { defineBlock } from "./kind";
import { remIn, withGaps, wornText } from "./sizes";

/** Neutral signs drawn for the product; no organisation's own. */
const PATHS: Readonly<Record<string, SafeHtml>> = {
  feed: html`<circle cx="6" cy="18" r="2" fill="currentColor" stroke="none"/><path d="M4 11a9 9 0 0 1 9 9M4 5a15 15 0 0 1 15 15"/>`,
  mail: html`<rect x="3" y="5" width="18" height="14" rx="2"/><path d="m3 7 9 7 9-7"/>`,
  talk: html`<path d="M4 5h16v11H10l-5 4v-4H4z"/>`,
  film: html`<rect x="3" y="5" width="18" height="14" rx="2"/><path d="m10 9 5 3-5 3z" fill="currentColor"/>`,
  photo: html`<rect x="3" y="6" width="18" height="13" rx="2"/><circle cx="12" cy="12.5" r="3.5"/>`,
  link: html`<path d="M10 14a4 4 0 0 0 6 0l3-3a4 4 0 0 0-6-6l-1 1M14 10a4 4 0 0 0-6 0l-3 3a4 4 0 0 0 6 6l1-1"/>`,
};

export const OWN_SIGNS: readonly string[] = Object.keys(PATHS);

/** A sign of our own is drawn in lines, one from the icon package is filled; what neither knows is a plain link. */
const signOf = ({ icon, outline }: SocialLink): SafeHtml =>
  outline === ""
    ? html`<svg viewBox="0 0 24 24" width="22" height="22" fill="none" stroke="currentColor" stroke-width="1.7" aria-hidden="true">${PATHS[icon] ?? PATHS["link"]}</svg>`
    : html`<svg viewBox="0 0 24 24" width="20" height="20" fill="currentColor" aria-hidden="true"><path d="${outline}"/></svg>`;

/** A sign and the room around it, px: 1.75rem. */
const ICON = 28;

const settings = z.object({
  look: z.enum(["icons", "words"]).default("icons"),
  gap: px(100).default(12),
});

export const social = defineBlock({
  kind: "social",
  settings,
  wearsType: true,
  ignores: ({ look }) => (look === "icons" ? ["type"] : []),
  isSteady: true,
  inks: ({ look }) => (look === "icons" ? [SIGN] : [PLAIN]),
  mayGo: true,
  extent: (block, scene) => {
    const { settings } = block;
    const links = scene.material.profile.social;
    if (links.length === 0) return null;
    const setting = wornText(block, "body", scene);
    const widths = links.map((each) =>
      settings.look === "icons"
        ? { width: remIn(ICON, scene), isExact: true }
        : scene.measure.line(each.label, setting),
    );
    const row = withGaps(
      widths.map(({ width }) => width),
      remIn(settings.gap, scene),
    );
    const widest = Math.max(...widths.map(({ width }) => width));
    return {
      min: widest,
      max: row,
      keep: row,
      read: widest,
      isExact: widths.every(({ isExact }) => isExact),
    };
  },
  height: (block, scene) => {
    if (scene.material.profile.social.length === 0) return null;
    return block.settings.look === "icons" ? ICON : wornHeight(block, "body", scene);
  },
  draw: (block, context) => {
    const links = context.data.profile.social;
    if (links.length === 0) return null;
    const icons = block.settings.look === "icons";
    context.css.node(`.${nodeClass(block.id)}`, { gap: rem(block.settings.gap) });
    const items = links.map(
      (link) =>
        html`<li><a href="${link.url}">${
          icons ? html`${signOf(link)}<span class="hidden">${link.label}</span>` : link.label
        }</a></li>`,
    );
    return element(
      "ul",
      block,
      context,
      { class: block.settings.look, attributes: { "aria-label": context.words.social } },
      items,
    );
  },
  css: `.b-social{list-style:none;padding:0;display:flex;flex-wrap:wrap;align-items:center;justify-content:var(--along,normal)}
.b-social.icons a{display:grid;place-items:center;min-width:1.75rem;min-height:1.75rem}`,
});
