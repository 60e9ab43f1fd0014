declare module "webvtt-parser" {
  export class WebVTTParser {
    parse(
      text: string,
      mode: "captions" | "metadata" | "chapters",
    ): {
      readonly cues: readonly {
        readonly startTime: number;
        readonly endTime: number;
        readonly text: string;
      }[];
      readonly errors: readonly { readonly message: string; readonly line: number }[];
    };
  }
}
