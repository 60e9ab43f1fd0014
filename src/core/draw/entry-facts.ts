import type { DateLength, FactKind } from "../model/values";
import { html, type SafeHtml } from "./html";
import type { EntryView, VisitorWords } from "./page-material";

export const FACTS_CSS = `.facts{display:flex;flex-wrap:wrap;justify-content:var(--along,normal);gap:.1rem .9rem;color:var(--mutedText)}.own :where(.facts){color:inherit}.facts>*{min-width:0;overflow-wrap:anywhere}.facts p{flex-basis:100%}.facts b{font-weight:600}.facts a{display:inline-block;max-width:100%;min-height:1.5rem}`;

/** The facts asked for that the entry has, each as one item. */
export const factItems = (
  entry: EntryView,
  show: readonly FactKind[],
  words: VisitorWords,
  length: DateLength = "long",
): readonly SafeHtml[] =>
  show.flatMap((kind): readonly SafeHtml[] => {
    switch (kind) {
      case "date":
        return entry.published
          ? [
              html`<span><time datetime="${entry.published.slice(0, 10)}">${words.date(entry.published, length)}</time></span>`,
            ]
          : [];
      case "when":
        return entry.starts
          ? [
              html`<span><time datetime="${entry.starts}">${words.span(entry.starts, entry.ends, length)}</time></span>`,
            ]
          : [];
      case "author":
        return entry.author
          ? [html`<span>${words.by} <a href="${entry.author.path}">${entry.author.name}</a></span>`]
          : [];
      case "terms":
        return entry.terms.map((term) => html`<span><a href="${term.path}">${term.name}</a></span>`);
      case "fields":
        return entry.fields.flatMap(({ label, value, href, picture }) =>
          // a picture is no fact
          picture !== undefined
            ? []
            : href === undefined
              ? html`<span>${label} <b>${value}</b></span>`
              : html`<span><a href="${href}">${label}</a></span>`,
        );
      case "summary":
        return entry.summary === "" ? [] : [html`<p>${entry.summary}</p>`];
    }
  });
