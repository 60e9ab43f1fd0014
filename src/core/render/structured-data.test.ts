import jsonld from "jsonld";
import { type DefaultTreeAdapterTypes, parse } from "parse5";
import { describe, expect, it } from "vitest";
import { entryView, pageData } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { documentHtml, renderPage } from "./page";
import type { PageData } from "./page-data";

/**
 * What stands in the document, read by a parser of HTML and a processor of JSON-LD that are not ours; which names there
 * are in schema.org is held by `schema-dts`, of which the code's own types are made.
 */
type Node = DefaultTreeAdapterTypes.Node;
const scriptsIn = (node: Node): string[] => {
  const inside = "childNodes" in node ? node.childNodes.flatMap(scriptsIn) : [];
  const isOne =
    "tagName" in node &&
    node.tagName === "script" &&
    node.attrs.some(({ name, value }) => name === "type" && value === "application/ld+json");
  return isOne ? [node.childNodes.map((each) => ("value" in each ? each.value : "")).join("")] : inside;
};
const VOCABULARY = { "@context": { "@vocab": "https://schema.org/", url: { "@type": "@id" } } };

type Expanded = Readonly<Record<string, readonly Record<string, unknown>[]>> & { readonly "@type": string[] };
const saidBy = async (over: Partial<PageData>): Promise<readonly Expanded[]> => {
  const data = pageData(over);
  const html = documentHtml(data, renderPage(data, ENGLISH, { shaper }), "/site.js");
  const read = scriptsIn(parse(html)).map((text) => JSON.parse(text) as object);
  const expanded = await Promise.all(
    read.map((each) =>
      jsonld.expand(each as never, {
        documentLoader: async (url: string) => {
          if (url !== "https://schema.org") throw new Error(`test: expected no other context, got ${url}`);
          return { contextUrl: undefined, documentUrl: url, document: VOCABULARY } as never;
        },
      }),
    ),
  );
  return expanded.flat() as unknown as readonly Expanded[];
};
const named = (property: string) => `https://schema.org/${property}`;
const valueIn = (said: Expanded | undefined, property: string) => {
  const [first] = said?.[named(property)] ?? [];
  return first?.["@value"] ?? first?.["@id"];
};
const typed = (said: readonly Expanded[], type: string) =>
  said.find((each) => each["@type"].includes(named(type)));

describe("what a page says to programs", () => {
  const plain = { starts: null, ends: null } as const;
  it("is an article, with who wrote it, where nothing is sold and nothing happens", async () => {
    const said = await saidBy({ entry: entryView({ ...plain, title: "</script><b>" }) });
    const article = typed(said, "Article");
    expect(valueIn(article, "headline")).toBe("</script><b>");
    expect(valueIn(article, "url")).toBe("http://observatory.localhost/notes/one/");
    expect(valueIn(article, "datePublished")).toBe("2026-03-01T10:00");
    expect(String(valueIn(article, "image"))).toMatch(
      /^http:\/\/observatory\.localhost\/_media\/a{64}-1600\.webp$/,
    );
    const [author] = article?.[named("author")] ?? [];
    expect(valueIn(author as Expanded, "name")).toBe("Ida");
    expect(article?.[named("isAccessibleForFree")]).toBeUndefined();
    const closed = typed(await saidBy({ entry: entryView({ ...plain, restricted: true }) }), "Article");
    expect(valueIn(closed, "isAccessibleForFree")).toBe(false);
  });
  it("is an event where it begins at a time, which it says as ISO 8601", async () => {
    const event = typed(
      await saidBy({ entry: entryView({ price: { amount: 4, currency: "EUR" } }) }),
      "Event",
    );
    expect(valueIn(event, "startDate")).toBe("2026-03-02T19:30");
    expect(valueIn(event, "endDate")).toBe("2026-03-02T22:00");
    const [offer] = event?.[named("offers")] ?? [];
    expect(valueIn(offer as Expanded, "price")).toBe(4);
  });
  it("is a product where it has a price of one currency", async () => {
    const said = await saidBy({ entry: entryView({ ...plain, price: { amount: 24, currency: "EUR" } }) });
    const [offer] = typed(said, "Product")?.[named("offers")] ?? [];
    expect([valueIn(offer as Expanded, "price"), valueIn(offer as Expanded, "priceCurrency")]).toEqual([
      24,
      "EUR",
    ]);
    expect(typed(said, "Article")).toBeUndefined();
  });
  it("is the way down alone on other pages", async () => {
    const page = { ...pageData().page, role: "archive" as const };
    const said = await saidBy({ page, entry: null });
    expect(said.map((each) => each["@type"])).toEqual([[named("BreadcrumbList")]]);
  });
});
