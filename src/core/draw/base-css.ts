import { COLOUR_ROLES, type HouseStyle, TYPE_STYLES, type TypeStyle } from "../model/house-style";
import { familyOf, hasStyle, namedStyle, ownStyleId, textLookOf } from "../model/text-looks";
import { TEXT_STYLES, WIDTHS, type Width } from "../model/values";
import { colourCss, downFrom, type Stylesheet } from "./css";
import { fontFaces, stackOf } from "./fonts";
import { declarations, textureCss } from "./textures";

/** The custom property that holds the size of a text style which has several. */
const sizeProperty = (name: TypeStyle): string => `--t-${name.replace(":", "-")}`;

/** The size of a text style, whatever the width of the screen. */
export const textSize = (style: HouseStyle, name: TypeStyle): string => {
  const { size, sizeOn } = textLookOf(style, name);
  const isOne = sizeOn.middle === undefined && sizeOn.small === undefined;
  return isOne || !hasStyle(style, name) ? `${size}rem` : `var(${sizeProperty(name)})`;
};

const lookCss = (style: HouseStyle, name: TypeStyle): string => {
  const { family, weight, lineHeight, spacing, upper } = textLookOf(style, name);
  const around = name === "body" ? { spacing: 0, upper: false } : style.type.body;
  return [
    `font-family:${stackOf(familyOf(style, family))}`,
    `font-size:${textSize(style, name)}`,
    `font-weight:${weight}`,
    `line-height:${lineHeight}`,
    // what the page's own text has is handed down unless it is taken back
    spacing !== 0 ? `letter-spacing:${spacing}em` : around.spacing === 0 ? "" : "letter-spacing:normal",
    upper ? "text-transform:uppercase" : around.upper ? "text-transform:none" : "",
    family === "headings" ? "text-wrap:balance" : "",
  ]
    .filter((declaration) => declaration !== "")
    .join(";");
};

/** A text style as declarations that hold against any other the element has by its kind. */
export const textDeclarations = (style: HouseStyle, name: TypeStyle): Readonly<Record<string, string>> => {
  const { family, weight, lineHeight, spacing, upper } = textLookOf(style, name);
  return {
    "font-family": stackOf(familyOf(style, family)),
    "font-size": textSize(style, name),
    "font-weight": String(weight),
    "line-height": String(lineHeight),
    "letter-spacing": spacing === 0 ? "normal" : `${spacing}em`,
    "text-transform": upper ? "uppercase" : "none",
  };
};

const classOf = (name: TypeStyle): string => `t-${name.replace(":", "-")}`;

const textStyles = (style: HouseStyle): string =>
  TEXT_STYLES.map((name) => `.${classOf(name)}{${lookCss(style, name)}}`).join("\n");

/** The class that gives words a text style; the rule of one of the site's own comes along. One that is gone is running text. */
export const textClass = (name: TypeStyle, { css }: { readonly css: Stylesheet }): string => {
  if (!hasStyle(css.style, name)) return classOf("body");
  const given = classOf(name);
  if (ownStyleId(name) !== undefined) css.share(given, `.${given}{${lookCss(css.style, name)}}`);
  return given;
};

/** The sizes of text styles that have several, from wide screens to small ones. */
const sizeProperties = (style: HouseStyle): string => {
  const names = [...TYPE_STYLES, ...style.textStyles.map(({ id }) => namedStyle(id))];
  const rules = WIDTHS.map((width) =>
    names.flatMap((name) => {
      const { size, sizeOn } = textLookOf(style, name);
      if (!textSize(style, name).startsWith("var")) return [];
      const own = width === "wide" ? size : sizeOn[width];
      return own === undefined ? [] : [`${sizeProperty(name)}:${own}rem`];
    }),
  );
  return rules
    .map((all, at) => {
      const width = WIDTHS[at] as Width;
      if (all.length === 0) return "";
      const root = `:root{${all.join(";")}}`;
      return `\n${width === "wide" ? root : `${downFrom(style, width)}{${root}}`}`;
    })
    .join("");
};

const properties = (style: HouseStyle): string => {
  const hexOf = (id: string) => style.palette.find((colour) => colour.id === id)?.value ?? "#000000";
  const { contentWidth, radius, distance } = style.measures;
  const { down, blur, strength } = style.shadow;
  return [
    ...COLOUR_ROLES.map((role) => `--${role}:${hexOf(style.roles[role])}`),
    ...style.palette.map((colour) => `--c-${colour.id}:${colour.value}`),
    `--content:${contentWidth / 16}rem`,
    `--radius:${radius}px`,
    `--distance:${distance / 16}rem`,
    `--motion:${style.motion.duration}ms ${style.motion.easing}`,
    `--shadow:${strength === 0 ? "none" : `0 ${down}px ${blur}px rgb(0 0 0/${strength / 100})`}`,
  ].join(";");
};

const PROSE = ":where(.b-richText,.b-body) a";
/** Links in running text; where a band or a block has a colour of its own, links take that. */
const linkCss = (style: HouseStyle): string => {
  const { colour, pointedColour, underline, focus } = style.links;
  const rules = [
    "a{color:inherit;text-decoration-thickness:.08em;text-underline-offset:.18em}",
    // what a block says of itself weighs more than what is handed down to it
    colour === "" ? "" : `${PROSE}{color:${colourCss(style, colour)}}.own :where(a){color:inherit}`,
    underline === "always" ? "" : `${PROSE}{text-decoration-line:none}`,
    underline === "pointedAt" ? `${PROSE}:hover{text-decoration-line:underline}` : "",
    pointedColour === ""
      ? ""
      : `${PROSE}:where(:hover){color:${colourCss(style, pointedColour)}}.own :where(a:hover){color:inherit}`,
    `:focus-visible{outline:2px solid ${colourCss(style, focus) || "currentColor"};outline-offset:3px;border-radius:2px}`,
    focus === "" ? "" : ".own :focus-visible{outline-color:currentColor}",
  ];
  return rules.filter((rule) => rule !== "").join("\n");
};

/** What menus, buttons and captions wear, as declarations. */
export const wornBy = (style: HouseStyle, name: "menu" | "button" | "caption"): string =>
  lookCss(style, name);

/** How strong the texture of pages is, percent. */
export const PAGE_TEXTURE_STRENGTH = 14;
const pageTexture = (style: HouseStyle): string => {
  const css = declarations(textureCss(style.background.texture, "var(--text)", PAGE_TEXTURE_STRENGTH));
  return css === "" ? "" : `\nbody{${css}}`;
};

/** What every page of the site has: custom properties, fonts, text, bands and cells. */
export const baseCss = (style: HouseStyle): string => {
  return `${fontFaces(style)}
:root{${properties(style)}}${sizeProperties(style)}
*,::before,::after{box-sizing:border-box}
html{-webkit-text-size-adjust:100%;text-size-adjust:100%;scroll-padding-top:6rem}
body{margin:0;background:var(--background);color:var(--text);${lookCss(style, "body")};overflow-wrap:break-word;display:flex;flex-direction:column;min-height:100vh}
h1,h2,h3,h4,h5,h6,p,ul,ol,figure,blockquote{margin:0}
img{display:block;max-width:100%;height:auto}picture{display:contents}
${linkCss(style)}
${textStyles(style)}
.skip{position:absolute;left:-999px}.skip:focus{left:1rem;top:1rem;z-index:9;background:var(--surface);color:var(--text);padding:.5rem 1rem}
.hidden{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}
main{flex:1;display:flex;flex-direction:column;min-width:0}
.slot-layout{flex:1}
.band{position:relative;container-type:inline-size}
.in{position:relative;display:flex;align-items:center;width:100%;max-width:calc(var(--content) + 3rem);margin-inline:auto;padding-inline:1.5rem}
.full>.in{max-width:none}.boxed{width:100%;max-width:calc(var(--content) + 3rem);margin-inline:auto}
.cell{display:flex;flex-wrap:wrap;align-items:center;min-width:min-content}
.cell:where(.column){min-width:0;flex-direction:column;align-items:stretch;flex-wrap:nowrap}
.slot-titleBar .in{flex-wrap:wrap}.slot-titleBar .cell:not(.column){min-width:auto;max-width:100%}
.cell>*{min-width:0}
@media (width < ${style.measures.edgeMiddle / 16}em){.stack>.in{flex-direction:column;align-items:stretch}.stack>.in>.cell{flex:none!important;width:100%;min-width:0;justify-content:flex-start!important}}
.bg{position:absolute;inset:0;overflow:hidden;isolation:isolate}.bg img{position:absolute;inset:0;width:100%;height:100%;object-fit:cover}
.bg::before,.bg::after{content:"";position:absolute;inset:0}.bg::before{z-index:1}.bg::after{z-index:2}
@media (prefers-reduced-motion:no-preference){.band a,.band summary,.band button{transition:color var(--motion),background-color var(--motion),border-color var(--motion)}}${pageTexture(style)}
${PRINT}`;
};

/** On paper: words on white, nothing that follows or is laid over, nothing to press. */
const PRINT = `@media print{body{display:block;background:#fff}.band{position:static!important;margin-block:0!important;translate:none!important;background:none!important;color:#000!important}.band *{color:#000!important}.bg,.skip,.stop,.picks,.to,.b-menu,.b-search,.b-pager,.b-backToTop,.b-signUp,.b-account,.b-notice .close{display:none!important}h1,h2,h3,h4{break-after:avoid}figure,img,tr{break-inside:avoid}}`;
