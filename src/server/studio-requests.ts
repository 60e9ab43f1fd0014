import { fail, issue } from "../core/model/issue";
import { callUseCase, openContext, originIssue, outcomeResponse, parseInput } from "./call";
import { PERMISSIONS } from "./permissions";
import { LIMITS } from "./unzip";
import { coverageCsv } from "./use-cases/coverage";
import { exportPack, PackRequest } from "./use-cases/packs";
import { Seen, Shown } from "./use-cases/view-input";

/** A call of the studio over HTTP: JSON, or a form with a file for packs. */
export const answerCall = async (request: Request, site: string, name: string): Promise<Response> => {
  const foreign = originIssue(request);
  if (foreign) return outcomeResponse(fail(foreign));
  if (name === "exportPack") return answerExport(request, site);
  if (Number(request.headers.get("content-length") ?? 0) > LIMITS.archive + 1_000_000)
    return outcomeResponse(fail(issue("pack.tooBig", [], { limit: "64 MB" })));
  const input = request.headers.get("content-type")?.startsWith("multipart/form-data")
    ? await readForm(request)
    : await request.json().catch(() => undefined);
  if (input === undefined) return outcomeResponse(fail(issue("input.notJson")));
  return outcomeResponse(await callUseCase(request, site, name, input));
};

const readForm = async (request: Request): Promise<unknown> => {
  const form = await request.formData().catch(() => null);
  const file = form?.get("file");
  if (!(file instanceof Blob)) return { answers: {} };
  try {
    return {
      bytes: new Uint8Array(await file.arrayBuffer()),
      answers: JSON.parse(String(form?.get("answers") ?? "{}")),
    };
  } catch {
    return undefined;
  }
};

const answerExport = async (request: Request, site: string): Promise<Response> => {
  const context = await openContext(request, site, PERMISSIONS.exportPack);
  if (!context.ok) return outcomeResponse(context);
  const input = parseInput(PackRequest, await request.json().catch(() => undefined));
  if (!input.ok) return outcomeResponse(input);
  const pack = await exportPack(context.value, input.value);
  if (!pack.ok) return outcomeResponse(pack);
  const name =
    input.value.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "") || "pack";
  return new Response(pack.value as BodyInit, {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${name}-${input.value.version}.zip"`,
      "Cache-Control": "no-store",
    },
  });
};

/** The table of pages and slots as a file, as it is filtered and seen. */
export const answerCsv = async (request: Request, site: string): Promise<Response> => {
  const context = await openContext(request, site, PERMISSIONS.coverage);
  if (!context.ok) return outcomeResponse(context);
  const { searchParams: query } = new URL(request.url);
  const given = (key: string) => query.get(key) ?? undefined;
  const input = parseInput(Seen.extend(Shown.shape), {
    audience: given("audience"),
    at: given("at"),
    state: given("seen"),
    by: given("by"),
    filter: {
      text: given("text"),
      part: given("part"),
      state: given("state"),
      own: given("own") === "yes" ? true : undefined,
    },
  });
  if (!input.ok) return outcomeResponse(input);
  const csv = await coverageCsv(context.value, input.value);
  if (!csv.ok) return outcomeResponse(csv);
  return new Response(csv.value, {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${site}-pages.csv"`,
      "Cache-Control": "no-store",
    },
  });
};
