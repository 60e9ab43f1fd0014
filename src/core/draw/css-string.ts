/**
 * A text as a string of CSS, quotes included: the one way any text gets into a style sheet. CSSOM §2.1, *serialize a
 * string*, with `<` escaped besides, so that it ends no `<style>` element either.
 */
export const cssString = (text: string): string => {
  let string = "";
  for (const letter of text) {
    const code = letter.codePointAt(0) as number;
    if (code === 0) string += "\uFFFD";
    else if (code < 0x20 || code === 0x7f || letter === "<") string += `\\${code.toString(16)} `;
    else if (letter === '"' || letter === "\\") string += `\\${letter}`;
    else string += letter;
  }
  return `"${string}"`;
};
