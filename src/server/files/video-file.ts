import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import type { VIDEO_TYPES } from "../../core/model/video";

export const MOST_VIDEO_BYTES = 20_000_000;

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
  if (bytes.length > 12 && textAt(bytes, 4) === "ftyp")
    return succeed({ type: "video/mp4", bytes: withoutNotes(bytes) });
  if (
    EBML.every((byte, at) => bytes[at] === byte) &&
    new TextDecoder("latin1").decode(bytes.subarray(0, 64)).includes("webm")
  )
    return succeed({ type: "video/webm", bytes });
  return fail(issue("video.unknown"));
};

/** The same for a file on the disk: what is kept of it lies in the folder. */
export const takeVideo = async ({
  path,
  folder,
}: {
  readonly path: string;
  readonly folder: string;
}): Promise<Outcome<{ readonly type: VideoType; readonly path: string; readonly sha256: string }>> => {
  const read = readVideo(new Uint8Array(await readFile(path)));
  if (!read.ok) return read;
  const kept = join(folder, "video");
  await writeFile(kept, read.value.bytes);
  return succeed({
    type: read.value.type,
    path: kept,
    sha256: createHash("sha256").update(read.value.bytes).digest("hex"),
  });
};
