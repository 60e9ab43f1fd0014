import { describe, expect, it } from "vitest";
import { MOST_CAPTIONS_BYTES, readCaptions } from "./captions-file";

const read = (text: string) => readCaptions(new TextEncoder().encode(text));
const problemOf = (outcome: ReturnType<typeof read>) =>
  outcome.ok ? null : outcome.issues.map(({ code, params }) => [code, ...Object.values(params ?? {})]);

describe("captions", () => {
  // WebVTT (W3C Candidate Recommendation, 4 April 2019) §1.1, an example of the standard, shortened
  const ROGER =
    "WEBVTT\n\n00:11.000 --> 00:13.000\n<v Roger Bingham>We are in New York City\n\n00:13.000 --> 00:16.000\n<v Roger Bingham>We’re actually at the Lucern Hotel, just down the street\n";
  it("are kept as they are written", () => {
    expect(read(ROGER)).toEqual({ ok: true, value: { text: ROGER } });
    expect(read(`\ufeff${ROGER}`).ok).toBe(true);
    expect(read(ROGER.replaceAll("\n", "\r\n")).ok).toBe(true);
  });
  it.each([
    ["no captions at all", "The tide turns at nine", ["captions.line", 1]],
    ["an end before its start", "WEBVTT\n\n00:05.000 --> 00:04.000\nWords\n", ["captions.line", 3]],
    ["a time that is none", "WEBVTT\n\n00:05.000 --> soon\nWords\n", ["captions.line", 3]],
    ["a head without anything", "WEBVTT\n", ["captions.none"]],
  ])("%s is refused, with its line", (_, text, problem) => {
    expect(problemOf(read(text))).toEqual([problem]);
  });
  it("are text, and not too much of it", () => {
    expect(problemOf(readCaptions(new Uint8Array([0x57, 0xff, 0xfe, 0])))).toEqual([["captions.notText"]]);
    expect(problemOf(read("x".repeat(MOST_CAPTIONS_BYTES + 1)))).toEqual([["captions.tooBig", "500 KB"]]);
  });
});
