import type { Article, BreadcrumbList, Event, Offer, Product, Thing } from "schema-dts";
import { html, SafeHtml } from "../draw/html";
import type { EntryView } from "../draw/page-material";
import { commonFormat, drawingPath, renditionPath } from "../draw/picture-html";
import type { PageData } from "./page-data";

/** What a page says to programs: schema.org, as JSON-LD 1.1 in the document (its §7). */

/** For what stands in no other one: without its context it says nothing. */
type Said<T> = Exclude<T, string> & { readonly "@context": "https://schema.org" };
const CONTEXT = { "@context": "https://schema.org" } as const;

/** What is empty is not said. */
const filled = <T extends object>(said: T): T =>
  Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined && value !== "")) as T;

const breadcrumbs = ({ trail, site }: PageData): Said<BreadcrumbList> | null =>
  trail.length < 2
    ? null
    : {
        ...CONTEXT,
        "@type": "BreadcrumbList",
        itemListElement: trail.map((step, at) => ({
          "@type": "ListItem" as const,
          position: at + 1,
          name: step.title,
          item: site.origin + step.path,
        })),
      };

const pictureUrl = ({ pictures, site }: PageData, { picture: id }: EntryView): string | undefined => {
  const picture = pictures[id ?? ""];
  if (!picture) return undefined;
  const width = picture.renditions.at(-1) ?? picture.width;
  const isDrawing = picture.type === "image/svg+xml";
  return (
    site.origin + (isDrawing ? drawingPath(picture) : renditionPath(picture, width, commonFormat(picture)))
  );
};

/** What is sold; null where its price is not one of one currency. */
const offerOf = ({ price }: EntryView, url: string): Offer | undefined =>
  price ? { "@type": "Offer", price: price.amount, priceCurrency: price.currency, url } : undefined;

const entrySaid = (data: PageData, entry: EntryView): Said<Article> | Said<Event> | Said<Product> => {
  const { site, author } = data;
  const url = site.origin + data.page.path;
  const common = filled({
    ...CONTEXT,
    url,
    name: entry.title,
    description: entry.summary,
    image: pictureUrl(data, entry),
  });
  const offers = offerOf(entry, url);
  if (entry.starts !== null)
    return filled({
      ...common,
      "@type": "Event" as const,
      startDate: entry.starts,
      endDate: entry.ends ?? undefined,
      offers,
    });
  if (offers) return { ...common, "@type": "Product", offers };
  return filled({
    ...common,
    "@type": "Article" as const,
    headline: entry.title,
    datePublished: entry.published ?? undefined,
    author: author
      ? { "@type": "Person" as const, name: author.name, url: site.origin + author.path }
      : undefined,
    // words that are for some are not for all
    isAccessibleForFree: entry.restricted ? false : undefined,
  });
};

/** All a page says to programs: the way down to it, and what its entry is: an event, something that is sold, or an article. */
export const saidToPrograms = (data: PageData): readonly Thing[] => {
  const trail = breadcrumbs(data);
  const { entry, page } = data;
  return [...(trail ? [trail] : []), ...(entry && page.role === "entry" ? [entrySaid(data, entry)] : [])];
};

/** The same as elements of a document; `<` is written otherwise, so that no title can close one. */
export const structuredData = (data: PageData): readonly SafeHtml[] =>
  saidToPrograms(data).map(
    (said) =>
      html`<script type="application/ld+json">${new SafeHtml(JSON.stringify(said).replaceAll("<", "\\u003c"))}</script>`,
  );
