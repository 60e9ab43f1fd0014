import { join } from "node:path";
import { findBody } from "../../core/design/design";
import type { Operation } from "../../core/design/operations";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { FILE_FACTS, type Picture, type PictureFile } from "../../core/model/picture";
import { findAccount, findMembership } from "../../data/account-repository";
import { findSite, lockSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import {
  beatUpload,
  findUpload,
  lockUpload,
  setUploadState,
  type UploadRow,
} from "../../data/upload-repository";
import { decode } from "../files/decoding";
import { withScratch } from "../files/scratch";
import { fetchFile, keepFiles, picturesFiles } from "../files/site-files";
import { newIds } from "../process/ids";
import { draftDesign } from "../site/designs";
import { allOrNothing, commitChange } from "../use-cases/design-changes";
import type { SiteContext } from "../use-cases/use-case";
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
    now: site.now,
    ids: newIds,
  };
};

/** A new picture, or a picture's file put in the place of the one it had: its words and its point of interest stay. */
const operationsFor = (
  upload: UploadRow,
  file: PictureFile,
  id: string,
  before: Picture | undefined,
): readonly Operation[] =>
  before
    ? FILE_FACTS.map((field) => ({ op: "set", id, path: [field], value: file[field], was: before[field] }))
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

/** Makes the picture of an upload, once: whoever comes second finds it made, and makes nothing. */
const take = (context: SiteContext, upload: UploadRow): Promise<Outcome<string>> =>
  withScratch(async (folder) => {
    const path = join(folder, "original");
    if (!(await fetchFile(upload.site, upload.hash, "original", path))) return fail(issue("picture.gone"));
    const rendered = await decode("picture", { path, folder, better: ["avif", "webp"] });
    if (!rendered.ok) return rendered;
    const { facts } = rendered.value;
    return allOrNothing(async (transaction) => {
      const now = await lockUpload(upload.site, upload.id, transaction);
      if (!now) return fail(issue("picture.gone"));
      if (now.picture !== null) return succeed(now.picture);
      const kept = await keepFiles(upload.site, picturesFiles(rendered.value, path), transaction);
      if (!kept.ok) return kept;
      const design = await draftDesign(await lockSite(upload.site, transaction), transaction);
      const before = upload.replaces === null ? undefined : findBody(design, "picture", upload.replaces);
      const id = before && upload.replaces !== null ? upload.replaces : newIds.id();
      const label = before
        ? `replace picture “${before.name}”`
        : `new picture “${nameFromFile(upload.name)}”`;
      const saved = await commitChange(context, operationsFor(upload, facts, id, before), transaction, {
        label,
      });
      if (!saved.ok) return saved;
      await setUploadState(upload.site, upload.id, "done", { picture: id }, transaction);
      return succeed(id);
    });
  });

/** After the last try: the sender is told, instead of waiting for ever. */
export const giveUpPictureJob = ({ site, upload }: PictureJob): Promise<void> =>
  setUploadState(site, upload, "failed", { issue: issue("picture.gaveUp") }, POOL);

const BEAT_MS = 5000;

/** Makes the renditions of an uploaded picture and adds it to the site. Run again after a crash it does the same. */
export const runPictureJob = async ({ site, upload: id }: PictureJob): Promise<void> => {
  const upload = await findUpload(site, id, POOL);
  if (!upload || upload.state === "done" || upload.state === "failed") return;
  const context = await contextOf(upload);
  if (!context) return setUploadState(site, id, "failed", { issue: issue("permission.none") }, POOL);
  await setUploadState(site, id, "working", {}, POOL);
  const beating = setInterval(() => void beatUpload(site, id).catch(() => undefined), BEAT_MS);
  try {
    const outcome = await take(context, upload);
    if (!outcome.ok)
      await setUploadState(
        site,
        id,
        "failed",
        { issue: outcome.issues[0] ?? issue("picture.unreadable") },
        POOL,
      );
  } finally {
    clearInterval(beating);
  }
};
