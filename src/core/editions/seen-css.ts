import type { Slot } from "../model/slot";

/**
 * What of a page's stylesheet is seen in a part: rules whose classes and elements stand in its markup, what the page
 * hands down where the part has not its own, and the values of the custom properties these name. It reads what this
 * product writes (`draw/css`), and leaves out nothing that could hold; what it keeps too much of only makes a difference
 * be named that nobody sees.
 */
export interface SeenOf {
  readonly html: string;
  readonly slot: Slot;
  /** Whether the ground of the page is seen: behind a band without one, or round the part. */
  readonly isOpen: boolean;
}

/** Classes that the page's script sets, or that stand around a part. */
const AROUND: readonly string[] = ["scrolled", "down", "on"];
const ELEMENTS_AROUND: readonly string[] = ["html", "body", "main", "header", "footer", "aside"];
const VOID = /^(?:img|input|br|hr|source|wbr)$/;

interface Standing {
  readonly classes: ReadonlySet<string>;
  readonly elements: ReadonlySet<string>;
}

const standingIn = ({ html, slot }: SeenOf): Standing => ({
  classes: new Set([
    ...[...html.matchAll(/class="([^"]*)"/g)].flatMap(([, names]) => (names as string).split(" ")),
    ...AROUND,
    `slot-${slot}`,
    ...(slot === "side" ? ["with-side"] : []),
  ]),
  elements: new Set([
    ...[...html.matchAll(/<([a-z][a-z0-9]*)/g)].map(([, name]) => name as string),
    ...ELEMENTS_AROUND,
  ]),
});

/** Whether a selector may hold: all it names is there. What must not be there says nothing. */
const mayHold = (selector: string, { classes, elements }: Standing): boolean =>
  [...selector.matchAll(/\.([a-z][\w-]*)/gi)].every(([, name]) => classes.has(name as string)) &&
  [...selector.matchAll(/(?:^|[\s>+~(])([a-z][a-z0-9]*)/g)].every(([, name]) => elements.has(name as string));

const withoutNot = (selectors: string): string => {
  let left = selectors;
  // innermost first: one may stand in another
  for (let before = ""; before !== left; ) {
    before = left;
    left = left.replace(/:not\([^()]*\)/g, "");
  }
  return left;
};

/** Whether text, or what wears the text of around, stands where no element before it has all of a text style of its own. */
const wearsPlain = (html: string, ownCss: string): boolean => {
  const own = new Set(
    [...ownCss.matchAll(/\.([\w-]+)\{[^{}]*font-family:[^{}]*font-size:[^{}]*\}/g)].map(
      ([, name]) => name as string,
    ),
  );
  const open: boolean[] = [];
  for (const [, close, name, attributes, text] of html.matchAll(/<(\/?)(\w+)([^>]*)>|([^<]+)/g)) {
    const isOwn = open.at(-1) === true;
    if (name === undefined) {
      if (!isOwn && text?.trim()) return true;
    } else if (/^(?:input|textarea|select)$/.test(name) && !isOwn) return true;
    else if (close) open.pop();
    else if (!VOID.test(name)) {
      const classes = /class="([^"]*)"/.exec(attributes ?? "")?.[1]?.split(" ") ?? [];
      open.push(isOwn || classes.some((each) => own.has(each)));
    }
  }
  return false;
};

/** Bands by what is said of them: as wide as the screen, and with a text colour of their own. */
const bandsIn = (html: string) =>
  [...html.matchAll(/class="band([^"]*)"/g)].map(([, more]) => (more as string).split(" "));

/** Declarations of the page's own element that reach into the part. */
const handedDown = (declarations: string, css: string, { html, isOpen }: SeenOf): string => {
  const isPlain = wearsPlain(html, css);
  const isColoured = bandsIn(html).every((names) => names.includes("own"));
  return declarations
    .split(";")
    .filter((each) => {
      if (each.startsWith("background")) return isOpen;
      if (each.startsWith("color:")) return !isColoured;
      return !/^(?:font|line-height|letter-spacing|text-)/.test(each) || isPlain;
    })
    .join(";");
};

/** The text of what is seen: the same where nobody sees a difference. */
export const seenCss = (css: string, of: SeenOf): string => {
  const standing = standingIn(of);
  const values = /:root\{([^}]*)\}/.exec(css)?.[1] ?? "";
  const isWide = bandsIn(of.html).every((names) => names.includes("full"));
  const seen = css
    .replace(/@font-face\{[^}]*\}/g, "")
    .replace(/:root\{[^}]*\}/, "")
    .replace(/([^{}]+)\{([^{}]*)\}/g, (rule, selectors: string, declarations: string) => {
      if (selectors.trim() === "body") return `body{${handedDown(declarations, css, of)}}`;
      if (selectors.trim() === ".in" && isWide) return "";
      // what is focused is something to press or to fill in
      if (
        /^\s*(?:\.own )?:focus-visible\s*$/.test(selectors) &&
        !/<(?:a|button|summary|input|video)\b/.test(of.html)
      )
        return "";
      return withoutNot(selectors)
        .split(",")
        .some((selector) => mayHold(selector, standing))
        ? rule
        : "";
    })
    .replace(/@[^{}]+\{\s*\}/g, "");
  const named = new Set(`${of.html}${seen}`.match(/--[\w-]+/g));
  const told = values.split(";").filter((each) => named.has(each.slice(0, each.indexOf(":"))));
  return `${seen}\n${told.join(";")}`;
};
