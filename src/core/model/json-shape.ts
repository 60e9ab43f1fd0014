/** Deeper than anything the product writes; a parser that recurses goes that far without trouble. */
const DEEPEST = 100;
/** More values than the largest change holds. */
const MOST_VALUES = 200_000;

/**
 * What a JSON text would cost, told from its brackets and commas in one pass over the bytes, before it is parsed: null if
 * it may be parsed. It says nothing of whether the text is JSON (RFC 8259); that is the parser's to say.
 */
export const shapeProblem = (bytes: Uint8Array): "deep" | "many" | null => {
  let [depth, values, inString] = [0, 0, false];
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at] as number;
    if (inString) {
      if (byte === BACKSLASH) at += 1;
      else if (byte === QUOTE) inString = false;
    } else if (byte === QUOTE) inString = true;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      depth += 1;
      values += 1;
      if (depth > DEEPEST) return "deep";
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth -= 1;
    else if (byte === COMMA) values += 1;
    if (values > MOST_VALUES) return "many";
  }
  return null;
};

const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c];
const [OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [0x5b, 0x5d, 0x7b, 0x7d];
