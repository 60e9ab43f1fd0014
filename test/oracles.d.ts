// Reference libraries without type declarations of their own: just what the tests use.
declare module "@bramus/specificity" {
  export default class Specificity {
    static calculate(selector: string): Specificity[];
    static compare(a: Specificity, b: Specificity): number;
  }
}
declare module "css-tree" {
  interface CssNode {
    readonly type: string;
    readonly property: string;
    readonly value: { readonly type: string };
    readonly children: Iterable<CssNode>;
  }
  export function parse(css: string, options?: { onParseError?: (error: Error) => void }): CssNode;
  export function walk(tree: CssNode, visit: (node: CssNode) => void): void;
  export const lexer: { matchProperty(name: string, value: unknown): { readonly error: Error | null } };
}

declare module "*/scripts/words.mjs" {
  interface Retired {
    readonly why: string;
    readonly instead: string;
  }
  export const shownTexts: (file: string, source: string) => readonly string[];
  export const retiredIn: (book: string) => readonly Retired[];
  export const retiredWordsIn: (text: string, retired: readonly Retired[]) => readonly Retired[];
}
