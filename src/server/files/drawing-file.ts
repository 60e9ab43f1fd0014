import sanitizeHtml from "sanitize-html";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { isDrawable } from "./drawing-cost";

/**
 * SVG is markup that can carry script and reach out: what is drawn with is kept, the rest is dropped. Only fragments
 * of the same file may be referred to. It is served with `Content-Security-Policy: sandbox` besides.
 */
const SHAPES = [
  "svg",
  "g",
  "path",
  "rect",
  "circle",
  "ellipse",
  "line",
  "polyline",
  "polygon",
  "text",
  "tspan",
  "defs",
  "linearGradient",
  "radialGradient",
  "stop",
  "clipPath",
  "mask",
  "pattern",
  "symbol",
  "use",
  "title",
  "desc",
  "style",
];
const LOOKS = [
  "id",
  "d",
  "x",
  "y",
  "x1",
  "y1",
  "x2",
  "y2",
  "cx",
  "cy",
  "r",
  "rx",
  "ry",
  "fx",
  "fy",
  "dx",
  "dy",
  "width",
  "height",
  "points",
  "transform",
  "viewBox",
  "preserveAspectRatio",
  "fill",
  "fill-rule",
  "fill-opacity",
  "clip-rule",
  "clip-path",
  "mask",
  "stroke",
  "stroke-width",
  "stroke-linecap",
  "stroke-linejoin",
  "stroke-miterlimit",
  "stroke-dasharray",
  "stroke-dashoffset",
  "stroke-opacity",
  "opacity",
  "offset",
  "stop-color",
  "stop-opacity",
  "gradientUnits",
  "gradientTransform",
  "spreadMethod",
  "clipPathUnits",
  "maskUnits",
  "maskContentUnits",
  "patternUnits",
  "patternTransform",
  "patternContentUnits",
  "font-family",
  "font-size",
  "font-weight",
  "font-style",
  "letter-spacing",
  "text-anchor",
  "dominant-baseline",
  "xmlns",
  "version",
  "role",
  "aria-label",
  "class",
  "style",
];
const MOST_SVG_BYTES = 2_000_000;
const LONGEST_SIDE = 30_000;

/**
 * `url(#a)` is inside the file; any other way to name a resource is not (CSS Images 4 §2, CSS Values 4 §4.5). Escapes
 * could spell one unseen: attributes such as `fill` are read as CSS as well.
 */
const isForeign = (value: string): boolean =>
  /url\(\s*['"]?(?!#)|\b(image|image-set|src|element|expression)\(|javascript:|data:|\\/i.test(value);

/** Rules that only paint stay; with an at-rule, or anything that is markup once it is written out, they go as a whole. */
const isPaint = (css: string): boolean => !isForeign(css) && !/[@<&]/.test(css);

export interface CleanDrawing {
  readonly text: string;
  readonly width: number;
  readonly height: number;
  /** The same at a size to look at it with: what is told of its tones needs no more. */
  readonly small: string;
}

/** px */
const SMALL = 1024;

/** The drawing with another size written into its root: what is seen is the same, scaled. */
const scaled = (text: string, width: number, height: number): string => {
  const by = Math.min(1, SMALL / Math.max(width, height));
  const end = text.indexOf(">");
  const root = text.slice(0, end).replace(/\s(?:width|height)="[^"]*"/g, "");
  const box = /\sviewBox=/.test(root) ? "" : ` viewBox="0 0 ${width} ${height}"`;
  const size = ` width="${Math.max(1, width * by)}" height="${Math.max(1, height * by)}"`;
  return `<svg${box}${size}${root.slice("<svg".length)}${text.slice(end)}`;
};

const numberIn = (text: string | undefined): number | undefined => {
  const found = /^\s*([0-9.]+)(px)?\s*$/.exec(text ?? "");
  return found ? Number(found[1]) : undefined;
};

const unreadable = fail(issue("picture.unreadable"));

/** The drawing without what could do harm; or why there is none: it is no SVG, too large, takes too long to draw, or has no size. */
export const cleanDrawing = (bytes: Uint8Array): Outcome<CleanDrawing> => {
  if (bytes.length > MOST_SVG_BYTES) return fail(issue("picture.tooBig", [], { limit: "2 MB" }));
  const source = new TextDecoder("utf-8", { fatal: false }).decode(bytes);
  // entities could grow without end: a drawing needs none of its own
  if (/<!ENTITY/i.test(source)) return unreadable;
  let root: Readonly<Record<string, string>> | undefined;
  const text = sanitizeHtml(source, {
    parser: { xmlMode: true },
    allowedTags: SHAPES,
    allowedAttributes: { "*": LOOKS, use: [...LOOKS, "href"] },
    allowedSchemes: [],
    allowProtocolRelative: false,
    // styles are read by isPaint, and the file runs in a sandbox besides
    allowVulnerableTags: true,
    parseStyleAttributes: false,
    exclusiveFilter: ({ tag, text: css }) => tag === "style" && !isPaint(css),
    nonTextTags: ["script", "foreignObject", "textarea", "noscript", "iframe"],
    transformTags: {
      "*": (tagName, attribs) => {
        if (tagName === "svg") root ??= attribs;
        const kept = Object.fromEntries(
          Object.entries(attribs).flatMap(([name, value]) => {
            if (name === "href" || name === "xlink:href")
              return value.startsWith("#") ? [["href", value]] : [];
            return isForeign(value) ? [] : [[name, value]];
          }),
        );
        return { tagName, attribs: kept };
      },
    },
  }).trim();
  if (!root || !text.startsWith("<svg")) return unreadable;
  const box =
    root["viewBox"]
      ?.trim()
      .split(/[\s,]+/)
      .map(Number) ?? [];
  const width = numberIn(root["width"]) ?? box[2];
  const height = numberIn(root["height"]) ?? box[3];
  if (!width || !height || !Number.isFinite(width) || !Number.isFinite(height)) return unreadable;
  if (Math.max(width, height) > LONGEST_SIDE)
    return fail(issue("picture.tooLarge", [], { width: Math.round(width), height: Math.round(height) }));
  if (!isDrawable(text)) return fail(issue("picture.intricate"));
  const named = root["xmlns"] ? text : text.replace("<svg", '<svg xmlns="http://www.w3.org/2000/svg"');
  return succeed({
    text: named,
    width: Math.max(1, Math.round(width)),
    height: Math.max(1, Math.round(height)),
    small: scaled(named, width, height),
  });
};
