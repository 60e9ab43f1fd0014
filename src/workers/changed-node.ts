/** An element of a drawing that is named, as it is now. */
export interface ChangedNode {
  readonly node: string;
  readonly html: string;
}

const TAG = /<(\/?)([a-z][a-z0-9-]*)[^>]*?(\/?)>/g;
const VOID = new Set("area base br col embed hr img input link meta source track wbr".split(" "));

/** Where the element that begins at a place ends. The renderer closes what it opens, and writes no `>` but of tags. */
const endOf = (html: string, start: number): number => {
  let depth = 0;
  TAG.lastIndex = start;
  for (let tag = TAG.exec(html); tag; tag = TAG.exec(html)) {
    const [, closes, name = "", closesItself] = tag;
    if (closes) depth -= 1;
    else if (!closesItself && !VOID.has(name)) depth += 1;
    if (depth === 0) return TAG.lastIndex;
  }
  return html.length;
};

/** How many characters two texts begin with in common. */
const commonStart = (before: string, after: string): number => {
  const most = Math.min(before.length, after.length);
  let at = 0;
  while (at < most && before.charCodeAt(at) === after.charCodeAt(at)) at += 1;
  return at;
};

/** How many they end with in common, behind what they begin with. */
const commonEnd = (before: string, after: string, start: number): number => {
  const most = Math.min(before.length, after.length) - start;
  let at = 0;
  while (at < most && before.charCodeAt(before.length - 1 - at) === after.charCodeAt(after.length - 1 - at))
    at += 1;
  return at;
};

const NAME = 'data-node="';

/**
 * The innermost named element that holds all that differs between two drawings of a page, as it is in the second. Null
 * where none does: nothing that is named does hold it, or its name stands elsewhere on the page too.
 */
export const changedNode = (before: string, after: string): ChangedNode | null => {
  const from = commonStart(before, after);
  const rest = commonEnd(before, after, from);
  let at = from;
  for (;;) {
    at = after.lastIndexOf(NAME, at - 1);
    if (at < 0) return null;
    const name = after.slice(at, after.indexOf('"', at + NAME.length) + 1);
    const start = after.lastIndexOf("<", at);
    if (at + name.length > from) continue;
    const [ended, ends] = [endOf(before, start), endOf(after, start)];
    const isInside = after.length - ends <= rest && before.length - ended === after.length - ends;
    if (isInside && after.indexOf(name) === at && after.lastIndexOf(name) === at)
      return { node: name.slice(NAME.length, -1), html: after.slice(start, ends) };
  }
};
