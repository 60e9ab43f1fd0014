import { succeed } from "../../core/model/issue";
import { addUpload } from "../../data/upload-repository";
import { decode } from "../files/decoding";
import { withScratch } from "../files/scratch";
import { keepFiles, roomFor } from "../files/site-files";
import { outcomeResponse } from "../http/outcomes";
import { sendPictureJob } from "../jobs/queue";
import { newIds } from "../process/ids";
import { allOrNothing } from "../use-cases/design-changes";
import { receiveFile } from "./bodies";
import { openContext } from "./call";
import { answered } from "./studio-door";

/** The largest file that is taken in: a picture of 100 million pixels fits. */
const MOST_BYTES = 64 * 1024 * 1024;

/** A picture is sent: its head is looked at, its bytes are kept, and a job makes the rest. Answers with the upload's id. */
export const answerUpload = (request: Request, site: string): Promise<Response> =>
  answered(request, async () => {
    const context = await openContext(request, site, "design");
    if (!context.ok) return outcomeResponse(context);
    const { searchParams: query } = new URL(request.url);
    const name = (query.get("name") ?? "").replaceAll("\0", "").toWellFormed().slice(0, 200) || "Picture";
    return withScratch(async (folder) => {
      const size = Number(request.headers.get("content-length") ?? 0);
      const room = await roomFor(site, Math.min(size, MOST_BYTES));
      if (!room.ok) return outcomeResponse(room);
      const file = await receiveFile(request, folder, { most: MOST_BYTES, tooLarge: "picture.tooBig" });
      if (!file.ok) return outcomeResponse(file);
      const { path, sha256: hash } = file.value;
      const type = await decode("pictureHead", { path });
      if (!type.ok) return outcomeResponse(type);
      const account = context.value.account.id;
      const upload = { site, id: newIds.id(), account, name, hash, replaces: query.get("replaces") };
      const kept = await allOrNothing(async (transaction) => {
        const original = { hash, variant: "original", type: type.value, source: path };
        const stored = await keepFiles(site, [original], transaction);
        if (!stored.ok) return stored;
        await addUpload(upload, new Date(context.value.now), transaction);
        await sendPictureJob({ site, upload: upload.id }, transaction);
        return succeed({ id: upload.id });
      });
      return outcomeResponse(kept);
    });
  });
