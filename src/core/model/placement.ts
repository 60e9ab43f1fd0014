import { z } from "zod";
import { STANDING } from "./identity";

/** Where a part shows. The rules are in `core/placement`; this is only the stored shape. */

export const FACETS = [
  "entry",
  "address",
  "role",
  "term",
  "medium",
  "author",
  "access",
  "childOf",
  "under",
  "pathUnder",
  "archiveOf",
  "page",
  "kind",
  "ofKind",
] as const;
export const Facet = z.enum(FACETS);
export type Facet = z.infer<typeof Facet>;

export const ROLES = ["front", "entry", "archive", ...STANDING] as const;
export type Role = (typeof ROLES)[number];

const allowedValues: Partial<Record<Facet, RegExp>> = {
  role: new RegExp(`^(${ROLES.join("|")})$`),
  medium: /^(text|video|pictures|sound)$/,
  page: /^(first|later)$/,
  access: /^(public|signedIn|level:[a-z0-9-]+)$/,
  archiveOf:
    /^(any|authors|dates|years|months|kind:.+|grouping:.+|term:.+|author:.+|year:\d{4}|month:\d{4}-\d{2})$/,
  pathUnder: /^\/(.*\/)?$/,
  address: /^\//,
};

/** One facet and the values of which one must hold. */
export const Clause = z
  .object({
    facet: Facet,
    // named twice is named once
    values: z
      .array(z.string().min(1))
      .min(1)
      .max(500)
      .overwrite((values) => [...new Set(values)]),
  })
  .superRefine((clause, context) => {
    const pattern = allowedValues[clause.facet];
    clause.values.forEach((value, index) => {
      if (pattern && !pattern.test(value))
        context.addIssue({
          code: "custom",
          message: "placement.value",
          path: ["values", index],
          params: { facet: clause.facet, value },
        });
    });
  })
  // the same for who reads the published schemas (JSON Schema 2020-12, "if" and "then")
  .meta({
    allOf: Object.entries(allowedValues).map(([facet, { source }]) => ({
      if: { properties: { facet: { const: facet } } },
      // biome-ignore lint/suspicious/noThenProperty: a keyword of JSON Schema
      then: { properties: { values: { items: { pattern: source } } } },
    })),
  });
export type Clause = z.infer<typeof Clause>;

/** Clauses that must all hold. A condition without a clause means every page. */
export const Condition = z.object({ clauses: z.array(Clause).max(20) });
export type Condition = z.infer<typeof Condition>;

export const Exception = z.object({ clauses: z.array(Clause).min(1).max(20) });
export type Exception = z.infer<typeof Exception>;

/** Who looks: signed out, signed in, or a member of a level (who is signed in too). */
export const AudienceRule = z.union([
  z.literal("signedOut"),
  z.literal("signedIn"),
  z.string().regex(/^level:[a-z0-9-]+$/),
]);
export type AudienceRule = z.infer<typeof AudienceRule>;
export type Audience = AudienceRule;

/** Whether what is for some is for who looks; without a rule it is for everyone. A level is signed in too. */
export const isFor = (rule: AudienceRule | "" | null | undefined, audience: Audience): boolean =>
  !rule || rule === audience || (rule === "signedIn" && audience !== "signedOut");

/** Instants, half open: from ≤ now < until. */
export const Window = z
  .object({ from: z.string().datetime().nullable(), until: z.string().datetime().nullable() })
  .refine((value) => !(value.from && value.until) || value.from < value.until, {
    message: "placement.window",
  });
export type Window = z.infer<typeof Window>;

export const Placement = z.object({
  conditions: z.array(Condition).max(500, { message: "placement.tooMany" }),
  exceptions: z.array(Exception).max(500, { message: "placement.tooMany" }).default([]),
  audience: AudienceRule.nullable().default(null),
  window: Window.nullable().default(null),
  /** Also over narrower parts. */
  over: z.boolean().default(false),
});
export type Placement = z.infer<typeof Placement>;

export const NOWHERE: Placement = {
  conditions: [],
  exceptions: [],
  audience: null,
  window: null,
  over: false,
};
export const EVERYWHERE: Placement = { ...NOWHERE, conditions: [{ clauses: [] }] };
