import { createHash } from "node:crypto";
import { fail, issue, type Outcome, succeed } from "../core/model/issue";
import { inTransaction } from "../data/database";
import { saveFile } from "../data/file-repository";
import { addUpload } from "../data/upload-repository";
import { openContext, outcomeResponse } from "./call";
import { newIds } from "./ids";
import { sendPictureJob } from "./jobs/queue";
import { pictureType } from "./pictures";

/** The largest file that is taken in: a picture of 100 million pixels fits. */
const MOST_BYTES = 64 * 1024 * 1024;

/** The whole body, unless it is too large; then nothing more of it is read. */
const bodyOf = async (request: Request): Promise<Outcome<Buffer>> => {
  const tooBig = () => fail(issue("picture.tooBig", [], { limit: "64 MB" }));
  if (Number(request.headers.get("content-length") ?? 0) > MOST_BYTES) return tooBig();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request.body ?? []) {
    size += chunk.length;
    if (size > MOST_BYTES) return tooBig();
    chunks.push(chunk);
  }
  return succeed(Buffer.concat(chunks));
};

/** A picture is sent: its head is looked at, its bytes are kept, and a job makes the rest. Answers with the upload's id. */
export const answerUpload = async (request: Request, site: string): Promise<Response> => {
  const context = await openContext(request, site, "design");
  if (!context.ok) return outcomeResponse(context);
  const { searchParams: query } = new URL(request.url);
  const bytes = await bodyOf(request);
  if (!bytes.ok) return outcomeResponse(bytes);
  const type = await pictureType(bytes.value);
  if (!type.ok) return outcomeResponse(type);
  const hash = createHash("sha256").update(bytes.value).digest("hex");
  const upload = {
    site,
    id: newIds.id(),
    account: context.value.account.id,
    name: (query.get("name") ?? "").slice(0, 200) || "Picture",
    hash,
    replaces: query.get("replaces"),
  };
  await inTransaction(async (transaction) => {
    await saveFile(site, { hash, variant: "original", type: type.value, bytes: bytes.value }, transaction);
    await addUpload(upload, new Date(context.value.now), transaction);
  });
  await sendPictureJob({ site, upload: upload.id });
  return outcomeResponse(succeed({ id: upload.id }));
};
