/**
 * What in plain words looks like markup, and would be read by visitors as it is typed: a tag (HTML Standard §13.1.2), a
 * character reference (§13.1.4), or signs of Markdown (CommonMark 0.31 §6.2, §6.3). Null where nothing does.
 */
export const markupIn = (text: string, isMarkdown = false): string | null => {
  const html = /<\/?[a-z][a-z0-9-]*(?:\s[^<>]*)?\/?>|&(?:[a-z]{2,}|#\d+|#x[0-9a-f]+);/i.exec(text)?.[0];
  if (html || isMarkdown) return html ?? null;
  return /\*\*[^\s*](?:[^*]*[^\s*])?\*\*|\[[^\]]+\]\([^)\s]+\)|^#{1,6} \S/m.exec(text)?.[0] ?? null;
};
