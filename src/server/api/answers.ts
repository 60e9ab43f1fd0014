import type { z } from "zod";
import type { Address, SiteIndex } from "../../core/addresses/facts";
import { laterPage } from "../../core/addresses/facts";
import { canonicalPath, pagePath, splitPage } from "../../core/addresses/paths";
import { type Design, findBody } from "../../core/design/design";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { SLOTS, type Slot } from "../../core/model/slot";
import { coverageRows, filtered } from "../../core/placement/coverage";
import { nextEdge } from "../../core/placement/edges";
import { explainSlot } from "../../core/placement/explain";
import type { Finding } from "../../core/placement/findings";
import { type Resolution, resolveAll } from "../../core/placement/resolution";
import { type CompiledDesign, resolvePage, type SlotAnswer } from "../../core/placement/resolve";
import { POOL } from "../../data/database";
import { waitingEdition } from "../../data/design-repository";
import { describeFinding } from "../../messages/findings";
import { describeLook } from "../../messages/look-findings";
import { describeReason, describeVerdict } from "../../messages/placement-sentences";
import { type Vocabulary, vocabularyFor } from "../../messages/vocabulary";
import { momentWords } from "../../messages/wall-time";
import { badgeText, sentenceCase } from "../../messages/words";
import { placementFindings } from "../use-cases/findings";
import { type NamedLookFinding, namedLookFindings } from "../use-cases/look-findings";
import type { SiteContext } from "../use-cases/use-case";
import { audienceIssue, designAt, everyNumber } from "../use-cases/view-input";
import type * as shapes from "./shapes";

/** The answers of `/api/v1`: the same questions the studio asks, in shapes that stay. */
type Query<T extends z.ZodType> = z.infer<T>;

interface Asking {
  readonly compiled: CompiledDesign;
  readonly view: { readonly audience: string; readonly at: string };
  readonly asked: {
    readonly state: "live" | "draft";
    readonly audience: string;
    readonly at: string;
    readonly expires: string | null;
  };
}

const askingFor = async (
  context: SiteContext,
  { state, audience, at: given }: Query<typeof shapes.StateQuery>,
): Promise<Outcome<Asking>> => {
  const unknown = audienceIssue(context, audience);
  if (unknown) return unknown;
  const at = given === undefined ? context.now : new Date(given).toISOString();
  const compiled = await designAt(context, state, POOL, at);
  const edges = [
    nextEdge(compiled, at),
    state === "live" ? ((await waitingEdition(context.site.id, new Date(at), POOL))?.at ?? null) : null,
  ];
  const expires = edges.filter((edge) => edge !== null).sort()[0] ?? null;
  return succeed({ compiled, view: { audience, at }, asked: { state, audience, at, expires } });
};

/** The page a path means, later pages of archives included. */
const pageAt = (index: SiteIndex, given: string): Outcome<Address> => {
  const path = given.replace(/^https?:\/\/[^/]+/, "").replace(/[?#].*$/, "") || "/";
  const canonical = canonicalPath(path);
  if (!canonical.ok) return canonical;
  const { stem, page } = splitPage(canonical.value);
  const address = index.byPath.get(stem);
  if (!address || (page > 1 && address.archiveOf === null))
    return fail(issue("page.unknown", ["path"], { page: given }));
  return succeed(laterPage(address, page));
};

const pageRef = (page: Address) => ({
  identity: page.identity,
  path: pagePath(page.path, page.pageNumber),
  title: page.title,
  role: page.role,
  pageNumber: page.pageNumber,
});

const partRef = (design: Design, id: string) => {
  const part = findBody(design, "part", id);
  if (!part) throw new Error(`api: expected the part ${id}, got none`);
  return { id, slot: part.slot, number: part.number, name: part.name };
};

const slotAnswer = (design: Design, { resolved }: SlotAnswer, words: Vocabulary) => {
  const part = "part" in resolved ? partRef(design, resolved.part) : null;
  return {
    by: resolved.by,
    part,
    nothing: resolved.by === "choiceOfNothing" || (resolved.by === "rule" && resolved.nothing),
    because: resolved.by === "rule" ? describeReason(resolved.condition, words) : null,
    tied: resolved.by === "rule" ? resolved.tied.map((id) => partRef(design, id)) : [],
  };
};

const wordsFor = ({ design, index }: CompiledDesign): Vocabulary =>
  vocabularyFor(
    index,
    [...design.values()].flatMap((document) =>
      document.kind === "part"
        ? [...document.body.placement.conditions, ...document.body.placement.exceptions]
        : [],
    ),
  );

export const resolve = async (
  context: SiteContext,
  query: Query<typeof shapes.ResolveQuery>,
): Promise<Outcome<z.infer<typeof shapes.Resolved>>> => {
  const asking = await askingFor(context, query);
  if (!asking.ok) return asking;
  const { compiled, view, asked } = asking.value;
  const page = pageAt(compiled.index, query.path);
  if (!page.ok) return page;
  const answers = resolvePage(compiled, page.value, view);
  const words = wordsFor(compiled);
  const slots = Object.fromEntries(
    SLOTS.map((slot) => [slot, slotAnswer(compiled.design, answers[slot], words)]),
  ) as Record<Slot, ReturnType<typeof slotAnswer>>;
  return succeed({ ...asked, page: pageRef(page.value), slots });
};

export const explain = async (
  context: SiteContext,
  query: Query<typeof shapes.ExplainQuery>,
): Promise<Outcome<z.infer<typeof shapes.Explained>>> => {
  const asking = await askingFor(context, query);
  if (!asking.ok) return asking;
  const { compiled, view, asked } = asking.value;
  const page = pageAt(compiled.index, query.path);
  if (!page.ok) return page;
  const { answer, rows } = explainSlot(compiled, query.slot, page.value, view);
  const words = wordsFor(compiled);
  const badge = (id: string) => {
    const { slot, number } = partRef(compiled.design, id);
    return badgeText(slot, number);
  };
  return succeed({
    ...asked,
    page: pageRef(page.value),
    slot: query.slot,
    answer: slotAnswer(compiled.design, answer, words),
    parts: rows.map(({ part, verdict }) => {
      const { is, because } = describeVerdict(verdict, words, badge);
      const says = `${badge(part)} ${is}${because === "" ? "" : `: ${because}`}.`;
      return { part: partRef(compiled.design, part), verdict: verdict.is, says };
    }),
  });
};

const MOST_PATHS = 1000;

const findingParts = (finding: Finding): readonly string[] =>
  "parts" in finding ? finding.parts : "part" in finding ? [finding.part] : [];

export const findings = async (
  context: SiteContext,
  { state, at: given }: Query<typeof shapes.FindingsQuery>,
): Promise<Outcome<z.infer<typeof shapes.FindingsAnswer>>> => {
  const asking = await askingFor(context, { state, audience: "signedOut", at: given });
  if (!asking.ok) return asking;
  const { compiled, view } = asking.value;
  const { index, design } = compiled;
  const badge = (id: string) => {
    const part = findBody(design, "part", id);
    return part ? badgeText(part.slot, part.number) : "a part that is gone";
  };
  const { timeZone } = context.site.settings;
  const pathsOf = (finding: Finding): readonly string[] => {
    if ("page" in finding) return [index.byIdentity.get(finding.page)?.path ?? ""];
    const numbers = "numbers" in finding ? finding.numbers : [];
    return numbers.slice(0, MOST_PATHS).map((number) => (index.pages[number] as Address).path);
  };
  const looks = (await namedLookFindings(context, compiled, view.at)).map((finding) => ({
    code: finding.code,
    severity: finding.severity,
    says: sentenceCase(describeLook(finding, badge)),
    audiences: finding.audience ? [finding.audience] : [],
    parts: lookParts(finding).flatMap((id) => (findBody(design, "part", id) ? [partRef(design, id)] : [])),
    slot: null,
    pages: null,
    paths: [],
  }));
  const placed = placementFindings(compiled, view.at).map((finding) => ({
    code: finding.code,
    severity: finding.severity,
    says: describeFinding(finding, badge, (instant) => momentWords(instant, timeZone)),
    audiences: [...finding.audiences],
    parts: findingParts(finding).flatMap((id) => (findBody(design, "part", id) ? [partRef(design, id)] : [])),
    slot: "slot" in finding ? finding.slot : null,
    pages: "pages" in finding ? finding.pages : null,
    paths: [...pathsOf(finding)],
  }));
  return succeed({
    state,
    at: view.at,
    pages: resolveAll(compiled, view).pageTotal,
    findings: [...placed, ...looks],
  });
};

const lookParts = (finding: NamedLookFinding): readonly string[] =>
  "parts" in finding ? finding.parts : "part" in finding ? [finding.part] : [];

export const coverage = async (
  context: SiteContext,
  { from, limit, ...query }: Query<typeof shapes.CoverageQuery>,
): Promise<Outcome<z.infer<typeof shapes.CoverageAnswer>>> => {
  const asking = await askingFor(context, query);
  if (!asking.ok) return asking;
  const { compiled, view, asked } = asking.value;
  const resolution: Resolution = resolveAll(compiled, view);
  const numbers = filtered(resolution, everyNumber(compiled.index), {});
  const rows = coverageRows(resolution, numbers.slice(from, from + limit));
  const named = new Set(rows.flatMap(({ cells }) => SLOTS.flatMap((slot) => cells[slot].part ?? [])));
  return succeed({
    ...asked,
    pages: resolution.pageTotal,
    total: numbers.length,
    from,
    rows: rows.map(({ path, title, identity, later, cells }) => ({
      path,
      title,
      identity,
      later,
      slots: cells,
    })),
    parts: [...named].map((id) => partRef(compiled.design, id)),
  });
};
