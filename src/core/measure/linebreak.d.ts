// The package ships no declarations of its own: just what is used.
declare module "linebreak" {
  export default class LineBreaker {
    constructor(text: string);
    nextBreak(): { readonly position: number; readonly required: boolean } | null;
  }
}
