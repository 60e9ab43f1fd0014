import type { Picture } from "../../core/model/design";
import { findBody } from "../../core/model/design";
import { fail, issue, type Outcome } from "../../core/model/issue";
import type { Operation } from "../../core/model/operations";
import { findAccount, findMembership } from "../../data/account-repository";
import { findSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { loadFile, saveFile } from "../../data/file-repository";
import { findUpload, setUploadState, type UploadRow } from "../../data/upload-repository";
import { newIds } from "../ids";
import { type PictureFile, renderPicture } from "../pictures";
import { draftDesign } from "../site-state";
import type { SiteContext } from "../use-case";
import { allOrNothing, commitChange } from "../use-cases/design-changes";
import type { PictureJob } from "./queue";

/** "ridge_at-night.JPG" → "Ridge at night". */
export const nameFromFile = (file: string): string => {
  const words = file
    .replace(/\.[a-z0-9]{2,5}$/i, "")
    .replace(/[-_]+/g, " ")
    .trim();
  return (words === "" ? "Picture" : words.slice(0, 1).toUpperCase() + words.slice(1)).slice(0, 200);
};

const contextOf = async (upload: UploadRow): Promise<SiteContext | null> => {
  const [site, account, membership] = await Promise.all([
    findSite(upload.site, POOL),
    findAccount(upload.account, POOL),
    findMembership(upload.site, upload.account, POOL),
  ]);
  if (!site || !account || !membership) return null;
  const { id, name, email } = account;
  return {
    account: { id, name, email },
    role: membership.role,
    site,
    now: new Date().toISOString(),
    ids: newIds,
  };
};

const FILE_FIELDS = [
  "file",
  "type",
  "width",
  "height",
  "lightness",
  "renditions",
  "formats",
  "tones",
  "ink",
] as const;

/** A new picture, or a picture's file put in the place of the one it had: its words and its point of interest stay. */
const operationsFor = (
  upload: UploadRow,
  file: PictureFile,
  id: string,
  before: Picture | undefined,
): readonly Operation[] =>
  before
    ? FILE_FIELDS.map((field) => ({ op: "set", id, path: [field], value: file[field], was: before[field] }))
    : [
        {
          op: "create",
          id,
          kind: "picture",
          body: {
            schema: 1,
            name: nameFromFile(upload.name),
            origin: newIds.uuid(),
            alt: "",
            credit: "",
            focal: { x: 50, y: 50 },
            ...file,
          },
        },
      ];

const take = async (context: SiteContext, upload: UploadRow): Promise<Outcome<string>> => {
  const original = await loadFile(upload.site, upload.hash, "original", POOL);
  if (!original) return fail(issue("picture.gone"));
  const rendered = await renderPicture(original.bytes, ["avif", "webp"]);
  if (!rendered.ok) return rendered;
  const { facts, files } = rendered.value;
  return allOrNothing(async (transaction) => {
    for (const file of files) await saveFile(upload.site, { hash: upload.hash, ...file }, transaction);
    const design = await draftDesign(context.site, transaction);
    const before = upload.replaces === null ? undefined : findBody(design, "picture", upload.replaces);
    const id = before && upload.replaces !== null ? upload.replaces : newIds.id();
    const label = before ? `replace picture “${before.name}”` : `new picture “${nameFromFile(upload.name)}”`;
    const saved = await commitChange(context, operationsFor(upload, facts, id, before), transaction, {
      label,
    });
    return saved.ok ? { ok: true as const, value: id } : saved;
  });
};

/** After the last try: the sender is told, instead of waiting for ever. */
export const giveUpPictureJob = ({ site, upload }: PictureJob): Promise<void> =>
  setUploadState(site, upload, "failed", { detail: "picture.gaveUp" }, POOL);

/** Makes the renditions of an uploaded picture and adds it to the site. Run again after a crash it does the same. */
export const runPictureJob = async ({ site, upload: id }: PictureJob): Promise<void> => {
  const upload = await findUpload(site, id, POOL);
  if (!upload || upload.state === "done" || upload.state === "failed") return;
  const context = await contextOf(upload);
  if (!context) return setUploadState(site, id, "failed", { detail: "permission.none" }, POOL);
  await setUploadState(site, id, "working", {}, POOL);
  const outcome = await take(context, upload);
  if (outcome.ok) return setUploadState(site, id, "done", { picture: outcome.value }, POOL);
  return setUploadState(
    site,
    id,
    "failed",
    { detail: outcome.issues[0]?.code ?? "picture.unreadable" },
    POOL,
  );
};
