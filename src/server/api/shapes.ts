import { z } from "zod";
import { AudienceRule, ROLES } from "../../core/model/placement";
import { SLOTS, Slot } from "../../core/model/slot";

/**
 * The shapes of `/api/v1`: what its queries take and its answers give. The OpenAPI file is made from these, and answers
 * are checked against it in tests. They only ever grow: nothing is renamed or taken out within v1.
 */
export const StateQuery = z.object({
  state: z.enum(["live", "draft"]).default("live").describe("What visitors see, or the draft."),
  audience: AudienceRule.default("signedOut").describe("`signedOut`, `signedIn` or `level:<key>`."),
  at: z.iso
    .datetime()
    .optional()
    .describe("The instant it is asked for, ISO 8601 in UTC; now if it is left out."),
});
export const ResolveQuery = StateQuery.extend({
  path: z.string().min(1).max(2000).describe("The path of a page, or a whole address of the site."),
});
export const ExplainQuery = ResolveQuery.extend({ slot: Slot.describe("Which slot of the page.") });
export const FindingsQuery = StateQuery.pick({ state: true, at: true });
export const CoverageQuery = StateQuery.extend({
  from: z.coerce.number().int().min(0).default(0).describe("How many rows to pass over."),
  limit: z.coerce.number().int().min(1).max(1000).default(200).describe("How many rows at most."),
});

export const PartRef = z
  .object({
    id: z.string(),
    slot: Slot,
    number: z.number().int().describe("The number on its badge; never given twice in a slot."),
    name: z.string(),
  })
  .meta({ id: "Part" });

export const PageRef = z
  .object({
    identity: z
      .string()
      .describe("Stable across renames: `entry:<id>`, `archive:…`, `search`, `notFound`, `account`."),
    path: z.string(),
    title: z.string(),
    role: z.enum(ROLES),
    pageNumber: z.number().int().min(1),
  })
  .meta({ id: "Page" });

export const SlotAnswer = z
  .object({
    by: z
      .enum(["choice", "choiceOfNothing", "rule", "none"])
      .describe(
        "What decided: the page's own choice, its choice of nothing, a rule, or no part asks for it.",
      ),
    part: PartRef.nullable(),
    nothing: z.boolean().describe("Left empty on purpose, by choice or by a part without bands."),
    because: z.string().nullable().describe("What made the winning line hold, in words."),
    tied: z.array(PartRef).describe("Parts that ask equally narrowly and stand later in order."),
  })
  .meta({ id: "SlotAnswer" });

const perSlot = <T extends z.ZodType>(shape: T) =>
  z.object(Object.fromEntries(SLOTS.map((slot) => [slot, shape])) as Record<Slot, T>);

const Asked = {
  state: z.enum(["live", "draft"]),
  audience: z.string(),
  at: z.iso.datetime(),
  expires: z.iso
    .datetime()
    .nullable()
    .describe("The next instant at which the answer changes by itself; null if none is known."),
};

export const Resolved = z
  .object({
    ...Asked,
    page: PageRef,
    slots: perSlot(SlotAnswer),
  })
  .meta({ id: "Resolved" });

export const Explained = z
  .object({
    ...Asked,
    page: PageRef,
    slot: Slot,
    answer: SlotAnswer,
    parts: z.array(
      z.object({
        part: PartRef,
        verdict: z.string().describe("A word for the verdict: `wins`, `lessNarrow`, `keptOff` …"),
        says: z.string().describe("The verdict in a sentence."),
      }),
    ),
  })
  .meta({ id: "Explained" });

export const FindingsAnswer = z
  .object({
    state: z.enum(["live", "draft"]),
    at: z.iso.datetime(),
    pages: z.number().int().describe("How many pages were checked."),
    findings: z.array(
      z.object({
        code: z.string(),
        severity: z.enum(["error", "warning"]),
        says: z.string(),
        audiences: z.array(z.string()).describe("Who sees it so; empty where it is not about who looks."),
        parts: z.array(PartRef),
        slot: Slot.nullable(),
        pages: z.number().int().nullable(),
        paths: z.array(z.string()).describe("Paths of the pages it is about, at most 1000."),
      }),
    ),
  })
  .meta({ id: "Findings" });

const CoverageCell = z.object({
  part: z.string().nullable(),
  how: z.enum(["rule", "nothingByRule", "choice", "choiceOfNothing", "missing", "none"]),
  tied: z.boolean(),
  says: z.boolean().describe("Whether the page itself says something for what stands there."),
});

export const CoverageAnswer = z
  .object({
    ...Asked,
    pages: z.number().int().describe("How many pages the site has, later pages of archives included."),
    total: z.number().int().describe("How many rows there are; later pages of an archive share one."),
    from: z.number().int(),
    rows: z.array(
      z.object({
        path: z.string(),
        title: z.string(),
        identity: z.string(),
        later: z.number().int().nullable().describe("How many later pages the row stands for, or null."),
        slots: perSlot(CoverageCell),
      }),
    ),
    parts: z.array(PartRef).describe("The parts the rows name."),
  })
  .meta({ id: "Coverage" });

export const Problem = z
  .object({
    type: z.string().describe("`urn:gray-latch:problem:<code>`"),
    title: z.string(),
    status: z.number().int(),
    detail: z.string().describe("What is wrong, where, and what to do."),
    code: z.string(),
    issues: z.array(
      z.object({ code: z.string(), path: z.array(z.union([z.string(), z.number()])), says: z.string() }),
    ),
  })
  .meta({ id: "Problem" });
