import sharp from "sharp";
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { addMembership } from "../../data/account-repository";
import { inTransaction, POOL, runStatement, selectRows } from "../../data/database";
import { loadFile } from "../../data/file-repository";
import { strandedUploads } from "../../data/upload-repository";
import { describeIssue } from "../../messages/issues";
import { keptWords } from "../../messages/pictures";
import { answerUpload } from "../doors/upload-requests";
import { studioOrigin } from "../http/host-names";
import { runPictureJob } from "../jobs/picture-job";
import { installQueue } from "../jobs/queue";
import { runSweep } from "../jobs/sweep-job";
import { closeDecoders } from "./decoding";
import { allowanceOf } from "./site-files";

beforeAll(installQueue);
afterAll(closeDecoders);
afterEach(() => {
  for (const name of ["SITE_FILES", "SITE_MEGABYTES", "DISK_RESERVE_MB"]) delete process.env[name];
});

const SITE = "observatory";
let shade = 0;
const picture = async (side = 40) => {
  shade += 1;
  return sharp({
    create: { width: side, height: 30, channels: 3, background: { r: shade % 256, g: shade >> 8, b: 90 } },
  })
    .png()
    .toBuffer();
};
const send = async (who: Studio, bytes: Uint8Array) => {
  const response = await answerUpload(
    new Request(`${studioOrigin()}/api/studio/${SITE}/upload?name=one.png`, {
      method: "POST",
      body: bytes as BodyInit,
      headers: { origin: studioOrigin(), cookie: who.cookie, "content-length": String(bytes.length) },
    }),
    SITE,
  );
  const outcome = (await response.json()) as {
    ok: boolean;
    value: { id: string };
    issues: { code: string }[];
  };
  return { status: response.status, id: outcome.value?.id ?? "", code: outcome.issues?.[0]?.code };
};
const owner = async () => new Studio(await signInAs("owner"));
const picturesNamed = (name: string) =>
  selectRows(
    "SELECT id FROM document WHERE site = :site AND kind = 'picture' AND body->>'name' = :name",
    { site: SITE, name },
    POOL,
  );
const jobsOf = (upload: string) =>
  selectRows("SELECT id FROM jobs.job WHERE data->>'upload' = :upload", { upload }, POOL);

describe("a picture that is sent", () => {
  it("and its job are there together, or neither is", async () => {
    const who = await owner();
    const { id } = await send(who, await picture());
    expect(await jobsOf(id)).toHaveLength(1);
    // a queue that cannot be written to: nothing waits for ever
    await runStatement("ALTER TABLE jobs.job RENAME TO job_away", {}, POOL);
    const before = await selectRows("SELECT id FROM upload", {}, POOL);
    const failed = await send(who, await picture());
    expect([failed.status, failed.code]).toEqual([500, "server.failed"]);
    expect(await selectRows("SELECT id FROM upload", {}, POOL)).toEqual(before);
    await runStatement("ALTER TABLE jobs.job_away RENAME TO job", {}, POOL);
    // and the next one is taken, without a restart
    expect((await send(who, await picture())).status).toBe(200);
  });
  it("becomes one picture, however many make it at once and however often", async () => {
    const who = await owner();
    const { id } = await send(who, await picture());
    const before = (await picturesNamed("One")).length;
    const job = { site: SITE, upload: id };
    await Promise.all([runPictureJob(job), runPictureJob(job), runPictureJob(job)]);
    await runPictureJob(job);
    expect(await picturesNamed("One")).toHaveLength(before + 1);
    await who.get("undo");
  });
  it("is taken up anew where whoever worked on it was killed", async () => {
    const who = await owner();
    const { id } = await send(who, await picture());
    const stranded = async () => (await strandedUploads(30)).map((each) => each.id);
    await runStatement("UPDATE upload SET at = now() - interval '1 hour' WHERE id = :id", { id }, POOL);
    // a job waits for it
    expect(await stranded()).not.toContain(id);
    await runStatement("DELETE FROM jobs.job WHERE data->>'upload' = :id", { id }, POOL);
    expect(await stranded()).toContain(id);
    // somebody is at it
    await runStatement("UPDATE upload SET state = 'working', beat_at = now() WHERE id = :id", { id }, POOL);
    expect(await stranded()).not.toContain(id);
    await runStatement(
      "UPDATE upload SET beat_at = now() - interval '31 seconds' WHERE id = :id",
      { id },
      POOL,
    );
    expect(await stranded()).toContain(id);
    await runPictureJob({ site: SITE, upload: id });
    expect(await stranded()).not.toContain(id);
    await who.get("undo");
  });
});

describe("what a site may keep", () => {
  it("is said before, and at the limit nothing more is taken in", async () => {
    const who = await owner();
    const { kept } = await who.get("pictures");
    expect(kept).toEqual(await allowanceOf(SITE, POOL));
    expect(kept.files).toBeGreaterThan(5);
    expect(keptWords(kept)).toMatchObject({ isNearlyFull: false });
    process.env["SITE_FILES"] = String(kept.files);
    expect(keptWords((await who.get("pictures")).kept).words).toMatch(/nothing more is taken in/);
    expect(await send(who, await picture())).toMatchObject({ status: 507, code: "quota.files" });
    process.env["SITE_FILES"] = String(kept.files + 1);
    expect((await send(who, await picture())).status).toBe(200);
    expect(await send(who, await picture())).toMatchObject({ status: 507, code: "quota.files" });
  });
  it("is counted in bytes too: what would be more is refused before it is read", async () => {
    const who = await owner();
    const { bytes } = await allowanceOf(SITE, POOL);
    process.env["SITE_MEGABYTES"] = String(Math.ceil(bytes / 1_048_576));
    const large = await sharp({
      create: {
        width: 900,
        height: 900,
        channels: 3,
        background: "#888",
        noise: { type: "gaussian", mean: 120, sigma: 60 },
      },
    })
      .png()
      .toBuffer();
    expect(large.length).toBeGreaterThan(1_048_576);
    const before = await allowanceOf(SITE, POOL);
    expect(await send(who, large)).toMatchObject({ status: 507, code: "quota.bytes" });
    expect(await allowanceOf(SITE, POOL)).toEqual(before);
    expect(keptWords({ ...before, bytes: 0.85 * before.mostBytes })).toMatchObject({ isNearlyFull: true });
    const some = { files: 3, bytes: 4 * 1_048_576, mostFiles: 100, mostBytes: 100 * 1_048_576 };
    expect(keptWords(some).words).toBe("4 MB kept");
    expect(keptWords({ ...some, files: 60 }).words).toBe("60 of 100 files, 4 of 100 MB kept");
  });
  it("is said in full where the job finds that what it made is too much", async () => {
    const who = await owner();
    const { id } = await send(who, await picture());
    process.env["SITE_FILES"] = "3";
    await runPictureJob({ site: SITE, upload: id });
    const { uploads } = await who.get("uploads");
    const upload = uploads.find((each) => each.id === id);
    expect(upload).toMatchObject({ state: "failed", issue: { code: "quota.files", params: { limit: 3 } } });
    expect(upload?.issue && describeIssue(upload.issue)).toContain("as many files as it may (3)");
  });
  it("ends where the disk does: long before the database has no room", async () => {
    const who = await owner();
    process.env["DISK_RESERVE_MB"] = "1000000000";
    expect(await send(who, await picture())).toMatchObject({ status: 507, code: "disk.full" });
    const form = new FormData();
    form.set("file", new Blob([new Uint8Array(9)]));
    expect(await who.send("packPlan", form)).toMatchObject({ status: 507 });
    // what needs no room goes on
    expect((await who.send("aboutSite", {})).status).toBe(200);
  });
});

describe("the sweep", () => {
  it("removes what nothing used for a week; to undo past that is refused with the reason", async () => {
    const who = await owner();
    const { id } = await send(who, await picture());
    await runPictureJob({ site: SITE, upload: id });
    const { uploads } = await who.get("uploads");
    const made = uploads.find((each) => each.id === id)?.picture ?? "";
    const { file } = (await who.get("picture", { picture: made })).body;
    await who.get("removePicture", { picture: made });
    const there = async () => (await loadFile(SITE, file, "original", POOL)) !== null;
    const inDays = (days: number) => new Date(Date.now() + days * 86_400_000);
    await runSweep(new Date());
    await runSweep(inDays(6));
    expect(await there()).toBe(true);
    await runSweep(inDays(8));
    await runSweep(inDays(16));
    expect(await there()).toBe(false);
    expect((await who.refused("undo", {}))[0]?.code).toBe("picture.gone");
    // all that is shown is still there
    for (const { file: used } of (await who.get("pictures")).pictures)
      expect(await loadFile(SITE, used, "original", POOL)).not.toBeNull();
  });
});

describe("undo by someone whose role is another since", () => {
  it("takes back no change of the design", async () => {
    const builder = new Studio(await signInAs("builder"));
    const [account] = await selectRows<{ id: string }>(
      "SELECT id FROM account WHERE email LIKE 'builder@%'",
      {},
      POOL,
    );
    const as = (role: "builder" | "editor") =>
      addMembership({ site: SITE, account: account?.id ?? "", role }, POOL);
    const { body } = await builder.get("profile");
    await builder.get("change", {
      operations: [{ op: "set", id: "profile", path: ["owner"], value: "Somebody", was: body.owner }],
    });
    await as("editor");
    expect((await builder.refused("undo", {}))[0]?.code).toBe("permission.none");
    await as("builder");
    await builder.get("undo");
    await as("editor");
    expect((await builder.refused("redo", {}))[0]?.code).toBe("permission.none");
    await as("builder");
    expect((await builder.get("profile")).body.owner).toBe(body.owner);
  });
});

describe("what is not there", () => {
  it.each([
    ["dropToken", { id: "nobody" }, "token.unknown"],
    ["dropDraftLink", { id: "nobody" }, "draftLink.unknown"],
    ["dropFilter", { name: "nobody" }, "filter.unknown"],
    ["dropSignUp", { list: "nobody", address: "a@b.example" }, "signUp.unknown"],
    ["removeVisitor", { id: "nobody" }, "visitor.unknown"],
  ] as const)("is not said to be removed: %s", async (name, input, code) => {
    const who = await owner();
    const { status, outcome } = await who.send(name, input);
    expect([status, !outcome.ok && outcome.issues[0]?.code]).toEqual([404, code]);
  });
  it("a link to the draft does not come back with the membership of who made it", async () => {
    const [account] = await selectRows<{ id: string }>(
      "SELECT id FROM account WHERE email LIKE 'builder@%'",
      {},
      POOL,
    );
    const builder = new Studio(await signInAs("builder"));
    await builder.get("createDraftLink", { name: "a friend" });
    const links = () =>
      selectRows("SELECT id FROM draft_link WHERE account = :id", { id: account?.id }, POOL);
    expect(await links()).toHaveLength(1);
    await inTransaction((transaction) =>
      runStatement(
        "DELETE FROM membership WHERE site = 'observatory' AND account = :id",
        { id: account?.id },
        transaction,
      ),
    );
    await addMembership({ site: SITE, account: account?.id ?? "", role: "builder" }, POOL);
    expect(await links()).toHaveLength(0);
  });
});
