import { lexer, parse, walk } from "css-tree";

/** Properties newer than css-tree 3.2.1 knows. */
const NEWER = new Set([
  "container-type",
  "text-size-adjust",
  "-webkit-text-size-adjust",
  "text-wrap",
  "rotate",
]);

/** How many declarations a stylesheet has, and what css-tree has against any of them. */
export const checkDeclarations = (
  css: string,
): { readonly seen: number; readonly trouble: readonly string[] } => {
  const trouble: string[] = [];
  let seen = 0;
  // descriptors of @font-face are not properties
  const tree = parse(css.replace(/@font-face\{[^}]*\}/g, ""), {
    onParseError: (error) => trouble.push(error.message),
  });
  walk(tree, (node) => {
    if (node.type !== "Declaration" || node.property.startsWith("--")) return;
    seen += 1;
    const value = node.value.type === "Value" ? node.value : null;
    // values with custom properties are known only when computed
    if (!value || /var\(/.test(JSON.stringify(value)) || JSON.stringify(value).includes('"name":"var"'))
      return;
    const { error } = lexer.matchProperty(node.property, value) as { error: Error | null };
    if (error && !NEWER.has(node.property)) trouble.push(`${node.property}: ${error.message.split("\n")[0]}`);
  });
  return { seen, trouble };
};
