import type { z } from "zod";
import { fail, issue, type Outcome } from "../../core/model/issue";
import type { Permission } from "../access/roles";
import { withScratch } from "../files/scratch";
import { roomFor } from "../files/site-files";
import { outcomeResponse, parseInput } from "../http/outcomes";
import { coverageCsv } from "../use-cases/coverage";
import { exportPack, PackRequest } from "../use-cases/packs";
import { SaidOf, saidCsv } from "../use-cases/said";
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

type Given = (key: string) => string | undefined;

/** A table of the studio as a file, as it is filtered and seen: how it is called, what is asked for, what it says. */
const answerCsv = <T>(
  request: Request,
  site: string,
  table: {
    readonly name: string;
    readonly permission: Permission;
    readonly input: z.ZodType<T>;
    readonly asked: (given: Given) => unknown;
    readonly of: (context: SiteContext, input: T) => Promise<Outcome<string>>;
  },
): Promise<Response> =>
  answered(request, async () => {
    const context = await openContext(request, site, table.permission);
    if (!context.ok) return outcomeResponse(context);
    const { searchParams: query } = new URL(request.url);
    const input = parseInput(
      table.input,
      table.asked((key) => query.get(key) ?? undefined),
    );
    if (!input.ok) return outcomeResponse(input);
    const csv = await table.of(context.value, input.value);
    if (!csv.ok) return outcomeResponse(csv);
    return new Response(csv.value, {
      headers: {
        "Content-Type": "text/csv; charset=utf-8",
        "Content-Disposition": `attachment; filename="${site}-${table.name}.csv"`,
        "Cache-Control": "no-store",
      },
    });
  });

const seenBy = (given: Given) => ({
  audience: given("audience"),
  at: given("at"),
  state: given("seen"),
});

/** The table of pages and slots. */
export const answerCoverageCsv = (request: Request, site: string): Promise<Response> =>
  answerCsv(request, site, {
    name: "pages",
    permission: PERMISSIONS.coverage,
    input: Seen.extend(Shown.shape),
    asked: (given) => ({
      ...seenBy(given),
      by: given("by"),
      filter: {
        text: given("text"),
        part: given("part"),
        state: given("state"),
        own: given("own") === "yes" ? true : undefined,
      },
    }),
    of: coverageCsv,
  });

/** What pages say and choose themselves. */
export const answerSaidCsv = (request: Request, site: string): Promise<Response> =>
  answerCsv(request, site, {
    name: "what-pages-say",
    permission: PERMISSIONS.said,
    input: SaidOf,
    asked: (given) => ({
      ...seenBy(given),
      text: given("text"),
      setting: given("name") === undefined ? null : { slot: given("slot"), name: given("name") },
      differing: given("differing") === "yes",
    }),
    of: saidCsv,
  });
