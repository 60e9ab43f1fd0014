import { describe, expect, it } from "vitest";
import { ranged } from "../http/answer";
import { MOST_FILM_BYTES, MOST_VIDEO_BYTES, readFilm, readVideo } from "./video-file";

const text = (value: string): number[] => [...value].map((letter) => letter.charCodeAt(0));
/** A box of ISO base media: its size, its type, what it holds. */
const box = (type: string, ...inside: readonly number[][]): number[] => {
  const all = inside.flat();
  const size = all.length + 8;
  return [size >>> 24, (size >>> 16) & 255, (size >>> 8) & 255, size & 255, ...text(type), ...all];
};

describe("a video file", () => {
  const mp4 = new Uint8Array([
    ...box("ftyp", text("isom"), [0, 0, 2, 0]),
    ...box(
      "moov",
      box("mvhd", [1, 2]),
      box("trak", box("udta", text("maker"))),
      box("udta", text("+51.47+000.00/")),
    ),
    ...box("mdat", text("udta is only data here")),
  ]);
  it("keeps its bytes but for what it says of where and with what it was made", () => {
    const read = readVideo(mp4);
    if (!read.ok) throw new Error("expected a video");
    expect(read.value.type).toBe("video/mp4");
    expect(read.value.bytes).toHaveLength(mp4.length);
    const now = new TextDecoder("latin1").decode(read.value.bytes);
    expect(now.match(/free/g)).toHaveLength(2);
    // what is free is not read any more; what plays is as it was
    expect(now.slice(now.indexOf("mdat"))).toBe("mdatudta is only data here");
    expect(mp4.includes(0x75)).toBe(true);
  });
  it.each([
    [
      "a picture",
      new Uint8Array([0xff, 0xd8, 0xff, 0xe0, ...new Array<number>(40).fill(0)]),
      "video.unknown",
    ],
    ["another Matroska file", new Uint8Array([0x1a, 0x45, 0xdf, 0xa3, ...text("matroska")]), "video.unknown"],
    ["nothing", new Uint8Array(), "video.unknown"],
    ["too much", new Uint8Array(MOST_VIDEO_BYTES + 1), "video.tooBig"],
  ])("is refused: %s", (_, bytes, code) => {
    const read = readVideo(bytes);
    expect(!read.ok && read.issues[0]?.code).toBe(code);
  });
  it("is read to its end where a box lies about its size", () => {
    const broken = new Uint8Array([
      ...box("ftyp", text("isom")),
      0xff,
      0xff,
      0xff,
      0xff,
      ...text("moov"),
      1,
      2,
    ]);
    expect(readVideo(broken).ok).toBe(true);
  });
});

describe("the film or the sound of an entry", () => {
  const of = (...parts: readonly (readonly number[])[]) =>
    new Uint8Array([...parts.flat(), ...new Array<number>(20).fill(0)]);
  it.each([
    ["video/mp4", of(box("ftyp", text("isom")))],
    ["video/webm", of([0x1a, 0x45, 0xdf, 0xa3], text("webm"))],
    ["audio/mp4", of(box("ftyp", text("M4A ")))],
    ["audio/ogg", of(text("OggS"))],
    ["audio/wav", of(text("RIFF"), [9, 0, 0, 0], text("WAVE"))],
    ["audio/mpeg", of(text("ID3"), [4, 0, 0])],
    // MPEG 1 layer III, 128 kbit/s, 44.1 kHz
    ["audio/mpeg", of([0xff, 0xfb, 0x90, 0x00])],
  ])("is known as %s by how it begins", (type, bytes) => {
    const read = readFilm(bytes);
    expect(read.ok && read.value.type).toBe(type);
  });
  it.each([
    ["a JPEG picture", of([0xff, 0xd8, 0xff, 0xe0]), "film.unknown"],
    ["text in UTF-16", of([0xff, 0xfe, 0x41, 0x00]), "film.unknown"],
    ["a picture in the same container as WAVE", of(text("RIFF"), [9, 0, 0, 0], text("WEBP")), "film.unknown"],
    ["a frame at no sampling rate there is", of([0xff, 0xfb, 0x9c, 0x00]), "film.unknown"],
    ["nothing", new Uint8Array(), "film.unknown"],
    ["too much", new Uint8Array(MOST_FILM_BYTES + 1), "film.tooBig"],
  ])("is refused: %s", (_, bytes, code) => {
    const read = readFilm(bytes);
    expect(!read.ok && read.issues[0]?.code).toBe(code);
  });
});

describe("a part of a file", () => {
  const answer = {
    status: 200,
    headers: { "Accept-Ranges": "bytes" },
    file: {
      type: "video/mp4",
      size: 5,
      read: (from: number, to: number) => new Uint8Array([0, 1, 2, 3, 4]).subarray(from, to + 1),
    },
  };
  // RFC 9110 §14.1.2: first and last byte included, a suffix counts from the end
  it.each([
    ["bytes=0-1", 206, [0, 1], "bytes 0-1/5"],
    ["bytes=3-", 206, [3, 4], "bytes 3-4/5"],
    ["bytes=-2", 206, [3, 4], "bytes 3-4/5"],
    ["bytes=2-99", 206, [2, 3, 4], "bytes 2-4/5"],
    ["bytes=9-", 416, undefined, "bytes */5"],
    ["bytes=0-1,3-4", 200, [0, 1, 2, 3, 4], undefined],
    ["lines=1-2", 200, [0, 1, 2, 3, 4], undefined],
  ])("%s is %i", (range, status, bytes, header) => {
    const part = ranged(answer, range);
    expect(part.status).toBe(status);
    const { file } = part;
    expect(file && [...(file.read(0, file.size - 1) as Uint8Array)]).toEqual(bytes);
    expect(part.headers?.["Content-Range"]).toBe(header);
  });
  it("is the whole where it may not be asked for in parts", () => {
    const whole = { status: 200, body: new Uint8Array([1]) };
    expect(ranged(whole, "bytes=0-0")).toBe(whole);
  });
});
