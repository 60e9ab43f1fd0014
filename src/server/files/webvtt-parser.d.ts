declare module "webvtt-parser" {
  class WebVTTParser {
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
  const webvtt: { readonly WebVTTParser: typeof WebVTTParser };
  export default webvtt;
}
