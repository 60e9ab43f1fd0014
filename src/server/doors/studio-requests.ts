import { fail, issue, type Outcome } from "../../core/model/issue";
import { withScratch } from "../files/scratch";
import { roomFor } from "../files/site-files";
import { outcomeResponse, parseInput } from "../http/outcomes";
import { coverageCsv } from "../use-cases/coverage";
import { exportPack, PackRequest } from "../use-cases/packs";
import type { SiteContext, UseCase } from "../use-cases/use-case";
import { Seen, Shown } from "../use-cases/view-input";
import { readJson, receiveForm } from "./bodies";
import { definitionOf, findUseCase, openContext } from "./call";
import { PERMISSIONS } from "./permissions";
import { answered } from "./studio-door";

/** A call of the studio over HTTP: JSON, or a form with a file. Who asks is settled before anything of it is read. */
export const answerCall = (request: Request, site: string, name: string): Promise<Response> =>
  answered(request, async () => {
    if (name === "exportPack") return answerExport(request, site);
    const known = findUseCase(name);
    // who may not even look learns nothing of which calls there are
    const context = await openContext(request, site, known ? PERMISSIONS[known] : "see");
    if (!context.ok) return outcomeResponse(context);
    if (!known) return outcomeResponse(fail(issue("useCase.unknown")));
    const definition = definitionOf(known);
    return outcomeResponse(
      definition.takesFile
        ? await runWithFile(definition, definition.takesFile, context.value, request)
        : await runWith(definition, context.value, await readJson(request)),
    );
  });

const runWith = async (
  definition: UseCase<unknown, unknown>,
  context: SiteContext,
  input: Outcome<unknown>,
): Promise<Outcome<unknown>> => {
  if (!input.ok) return input;
  const parsed = parseInput(definition.input, input.value);
  return parsed.ok ? definition.run(context, parsed.value) : parsed;
};

const runWithFile = (
  definition: UseCase<unknown, unknown>,
  { most, tooLarge }: NonNullable<UseCase<unknown, unknown>["takesFile"]>,
  context: SiteContext,
  request: Request,
): Promise<Outcome<unknown>> =>
  withScratch(async (folder) => {
    const size = Number(request.headers.get("content-length") ?? 0);
    const room = await roomFor(context.site.id, Math.min(size, most));
    if (!room.ok) return room;
    const form = await receiveForm(request, folder, { most, tooLarge });
    if (form.ok && !form.value.file) return fail(issue("input.noFile", ["file"]));
    return runWith(definition, context, form);
  });

const answerExport = async (request: Request, site: string): Promise<Response> => {
  const context = await openContext(request, site, PERMISSIONS.exportPack);
  if (!context.ok) return outcomeResponse(context);
  const body = await readJson(request);
  const input = body.ok ? parseInput(PackRequest, body.value) : body;
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
export const answerCsv = (request: Request, site: string): Promise<Response> =>
  answered(request, async () => {
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
  });
