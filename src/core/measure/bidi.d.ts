declare module "bidi-js" {
  export interface Bidi {
    /** Levels of the Unicode Bidirectional Algorithm, one for each UTF-16 unit; odd ones are read from right to left. */
    readonly getEmbeddingLevels: (text: string, direction?: "ltr" | "rtl") => { readonly levels: Uint8Array };
  }
  const bidiFactory: () => Bidi;
  export default bidiFactory;
}
