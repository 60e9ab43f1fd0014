import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { rem } from "../draw/css";
import { html } from "../draw/html";
import { pictureHtml } from "../draw/picture-html";
import { pictureLook } from "../draw/picture-look";
import { layoutUnit } from "../measure/shaper";
import { LOGO_VARIANTS, logoPicture } from "../model/logo";
import type { Picture } from "../model/picture";
import { px, responsive, valueAt } from "../model/values";
import { defineBlock } from "./kind";
import { label, remIn } from "./sizes";

const settings = z.object({
  variant: z.enum(LOGO_VARIANTS).default("normal"),
  height: responsive(px(400)).default({ wide: 40 }),
  link: z.boolean().default(true),
  /** The small logo stands in while its band is stuck. */
  smallWhenStuck: z.boolean().default(false),
});

/** A logo lower than this, or than half of what it is meant to be, is squeezed (common practice, no source). px */
const LEAST_HEIGHT = 16;

/** The profile's logo; its name in words while there is none. */
export const logo = defineBlock({
  kind: "logo",
  settings,
  isSteady: true,
  hasCorners: () => true,
  inks: () => [],
  extent: ({ settings }, scene) => {
    const { profile, pictures } = scene.material;
    const picture = logoPicture(settings.variant, profile, pictures);
    if (!picture) return label(profile.name, scene.measure.setting("h3"), scene);
    const height = remIn(valueAt(settings.height, scene.width), scene);
    const width = layoutUnit((height * picture.width) / picture.height);
    // a picture that may be no wider than its box can be squeezed to nothing (CSS Sizing 3 §5.2.2)
    const set = valueAt(settings.height, scene.width);
    const least = Math.min(set, Math.max(LEAST_HEIGHT, set / 2));
    return { min: 0, max: width, keep: width, read: set === 0 ? 0 : (width * least) / set, isExact: true };
  },
  height: ({ settings }, { width }) => valueAt(settings.height, width),
  draw: (block, context) => {
    const { profile, pictures } = context.data;
    const { variant, height, link, smallWhenStuck } = block.settings;
    const picture = logoPicture(variant, profile, pictures);
    context.css.responsive(`.${nodeClass(block.id)} img`, height, (value) => ({
      height: rem(value),
      width: "auto",
    }));
    context.css.node(`.${nodeClass(block.id)} img`, pictureLook(block.look));
    const image = (shown: Picture, name?: string) => {
      // the ratio of the file a browser chooses is rounded; what is measured is that of the original
      context.css.node(`.${nodeClass(block.id)} ${name ? `.${name}` : "img"}`, {
        "aspect-ratio": `${shown.width}/${shown.height}`,
      });
      return pictureHtml(shown, { sizes: "240px", alt: profile.name, eager: true, class: name });
    };
    // over a picture the logo made for it stands in, until the band is solid
    const over = context.isOver && variant === "normal" ? pictures[profile.logoOverPictures] : undefined;
    const found = context.isSticky && smallWhenStuck ? logoPicture("small", profile, pictures) : undefined;
    const small = found === picture ? undefined : found;
    if (small) {
      context.css.share(
        "small-logo",
        ".sticky:not(.stuck) .small-logo,.stuck .b-logo:has(.small-logo) img:not(.small-logo){display:none}",
      );
      context.state.needsScript = true;
    }
    const usual = (shown: Picture) =>
      over
        ? html`${image(over, "over-logo")}${image(shown, "solid-logo")}`
        : image(shown, small ? "usual-logo" : undefined);
    const inside = !picture
      ? html`<span class="t-h3">${profile.name}</span>`
      : html`${usual(picture)}${small ? image(small, "small-logo") : null}`;
    return link
      ? element("a", block, context, { attributes: { href: "/" } }, inside)
      : element("div", block, context, {}, inside);
  },
  css: ".b-logo{display:block;flex:0 1 auto;text-decoration:none}.b-logo img{object-fit:contain;object-position:0 50%}",
});
