import { z } from "zod";
import * as shapes from "./shapes";

/** The OpenAPI 3.1 description of `/api/v1`, made from the shapes that check its queries. */
const ENDPOINTS = [
  {
    name: "resolve",
    summary: "What fills the slots of a page, and why",
    query: shapes.ResolveQuery,
    answer: "Resolved",
  },
  {
    name: "explain",
    summary: "Every part of a slot with its verdict at a page",
    query: shapes.ExplainQuery,
    answer: "Explained",
  },
  {
    name: "findings",
    summary: "What the checker noticed, for every audience",
    query: shapes.FindingsQuery,
    answer: "Findings",
  },
  {
    name: "coverage",
    summary: "What fills every slot of every page, row by row",
    query: shapes.CoverageQuery,
    answer: "Coverage",
  },
] as const;

type JsonSchema = Record<string, unknown>;

/** The schemas that answers are made of, by name. */
const componentSchemas = (): JsonSchema => {
  const registry = z.registry<{ id: string }>();
  for (const shape of [
    shapes.PartRef,
    shapes.PageRef,
    shapes.SlotAnswer,
    shapes.Resolved,
    shapes.Explained,
    shapes.FindingsAnswer,
    shapes.CoverageAnswer,
    shapes.Problem,
  ])
    registry.add(shape, { id: shape.meta()?.id as string });
  const { schemas } = z.toJSONSchema(registry, { uri: (id) => `#/components/schemas/${id}`, io: "output" });
  return Object.fromEntries(
    Object.entries(schemas).map(([name, schema]) => {
      const { $schema: _, $id: __, id: ___, ...rest } = schema as JsonSchema;
      return [name, rest];
    }),
  );
};

const parametersOf = (query: z.ZodObject): readonly JsonSchema[] => {
  const { properties = {}, required = [] } = z.toJSONSchema(query, { io: "input" });
  return Object.entries(properties).map(([name, schema]) => {
    const { description, ...rest } = schema as JsonSchema;
    return { name, in: "query", required: required.includes(name), description, schema: rest };
  });
};

const content = (type: string, name: string) => ({
  [type]: { schema: { $ref: `#/components/schemas/${name}` } },
});

export const openApiDocument = () => ({
  openapi: "3.1.0",
  info: {
    title: "Gray Latch",
    version: "1",
    description:
      "Which part fills which slot of which page, why, and what there is to settle. Tokens are made in the studio, under the site's name, *Access for scripts*.",
  },
  servers: [{ url: "/api/v1" }],
  security: [{ token: [] }],
  paths: Object.fromEntries(
    ENDPOINTS.map(({ name, summary, query, answer }) => [
      `/sites/{site}/${name}`,
      {
        get: {
          operationId: name,
          summary,
          parameters: [
            {
              name: "site",
              in: "path",
              required: true,
              schema: { type: "string" },
              description: "The site's id.",
            },
            ...parametersOf(query),
          ],
          responses: {
            200: { description: summary, content: content("application/json", answer) },
            default: {
              description: "Problem details (RFC 9457).",
              content: content("application/problem+json", "Problem"),
            },
          },
        },
      },
    ]),
  ),
  components: {
    securitySchemes: { token: { type: "http", scheme: "bearer" } },
    schemas: componentSchemas(),
  },
});
