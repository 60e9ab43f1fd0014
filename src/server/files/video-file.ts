import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { FilmType, SOUND_TYPES } from "../../core/model/film";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import type { VIDEO_TYPES } from "../../core/model/video";

/** Of a video behind words: every visitor loads it. */
export const MOST_VIDEO_BYTES = 20_000_000;
/** Of what only those load who press play. */
export const MOST_FILM_BYTES = 100_000_000;

type VideoType = (typeof VIDEO_TYPES)[number];

/** EBML header of Matroska and WebM (RFC 8794 §11.2.1). */
const EBML = [0x1a, 0x45, 0xdf, 0xa3] as const;

const textAt = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));

/**
 * ISO base media files (ISO/IEC 14496-12 §4.2): boxes of a size and a type, some holding others. What a camera notes of
 * place and maker stands in `udta` and `meta`: those become `free`, of the same size, so that nothing else moves.
 */
const withoutNotes = (bytes: Uint8Array): Uint8Array => {
  const copy = bytes.slice();
  const view = new DataView(copy.buffer);
  const visit = (from: number, to: number): void => {
    for (let at = from; at + 8 <= to; ) {
      const size = view.getUint32(at);
      const type = textAt(copy, at + 4);
      const length =
        size === 0 ? to - at : size === 1 && at + 16 <= to ? Number(view.getBigUint64(at + 8)) : size;
      if (length < 8 || at + length > to) return;
      if (type === "udta" || type === "meta") copy.set([0x66, 0x72, 0x65, 0x65], at + 4);
      else if (type === "moov" || type === "trak") visit(at + 8, at + length);
      at += length;
    }
  };
  visit(0, copy.length);
  return copy;
};

/** Reads what a video file is, and leaves out what it says of where it was made. Anything else is refused. */
export const readVideo = (
  bytes: Uint8Array,
): Outcome<{ readonly type: VideoType; readonly bytes: Uint8Array }> => {
  if (bytes.length > MOST_VIDEO_BYTES) return fail(issue("video.tooBig", [], { limit: "20 MB" }));
  const type = bytes.length > 12 ? videoType(bytes) : null;
  if (!type) return fail(issue("video.unknown"));
  return succeed({ type, bytes: type === "video/mp4" ? withoutNotes(bytes) : bytes });
};

const videoType = (bytes: Uint8Array): VideoType | null => {
  if (textAt(bytes, 4) === "ftyp") return "video/mp4";
  const isMatroska = EBML.every((byte, at) => bytes[at] === byte);
  return isMatroska && new TextDecoder("latin1").decode(bytes.subarray(0, 64)).includes("webm")
    ? "video/webm"
    : null;
};

/** Sound that browsers play, by how the file begins; null for anything else. */
const soundType = (bytes: Uint8Array): (typeof SOUND_TYPES)[number] | null => {
  // ISO/IEC 14496-12 §4.3: the brand of a file with sound alone (from memory: registered by its maker)
  if (textAt(bytes, 4) === "ftyp") return /^M4[AB] $/.test(textAt(bytes, 8)) ? "audio/mp4" : null;
  // RFC 3533 §6
  if (textAt(bytes, 0) === "OggS") return "audio/ogg";
  // RFC 2361: RIFF of the form WAVE
  if (textAt(bytes, 0) === "RIFF" && textAt(bytes, 8) === "WAVE") return "audio/wav";
  return textAt(bytes, 0).startsWith("ID3") || isFrame(bytes) ? "audio/mpeg" : null;
};

/** A frame of MPEG audio, layer III (ISO/IEC 11172-3 §2.4.1.3): its sync word, a bit rate and a sampling rate there are. */
const isFrame = ([first = 0, second = 0, third = 0]: Uint8Array): boolean =>
  first === 0xff &&
  (second & 0xe6) === 0xe2 &&
  (second & 0x18) !== 0x08 &&
  third >> 4 !== 15 &&
  ((third >> 2) & 3) !== 3;

/** The same for the film or the sound of an entry. */
export const readFilm = (
  bytes: Uint8Array,
): Outcome<{ readonly type: FilmType; readonly bytes: Uint8Array }> => {
  if (bytes.length > MOST_FILM_BYTES) return fail(issue("film.tooBig", [], { limit: "100 MB" }));
  const sound = bytes.length > 12 ? soundType(bytes) : null;
  if (sound) return succeed({ type: sound, bytes: sound === "audio/mp4" ? withoutNotes(bytes) : bytes });
  const type = bytes.length > 12 ? videoType(bytes) : null;
  if (!type) return fail(issue("film.unknown"));
  return succeed({ type, bytes: type === "video/mp4" ? withoutNotes(bytes) : bytes });
};

interface OnDisk {
  readonly path: string;
  readonly folder: string;
}
type Taken<T> = Promise<Outcome<{ readonly type: T; readonly path: string; readonly sha256: string }>>;

/** The same for a file on the disk: what is kept of it lies in the folder. */
const taking =
  <T extends FilmType>(read: (bytes: Uint8Array) => Outcome<{ type: T; bytes: Uint8Array }>) =>
  async ({ path, folder }: OnDisk): Taken<T> => {
    const found = read(new Uint8Array(await readFile(path)));
    if (!found.ok) return found;
    const { type, bytes } = found.value;
    const kept = join(folder, "video");
    await writeFile(kept, bytes);
    return succeed({ type, path: kept, sha256: createHash("sha256").update(bytes).digest("hex") });
  };
export const takeVideo = taking(readVideo);
export const takeFilm = taking(readFilm);
