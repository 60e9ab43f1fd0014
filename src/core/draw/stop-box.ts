import type { Stylesheet } from "./css";
import { attributes, html, type SafeHtml } from "./html";
import type { VisitorWords } from "./page-material";

/** A box that stops what moves by itself (WCAG 2.2 §2.2.2). What only a script starts is stopped by a box it shows. */
export const stopBox = (
  { css, words }: { readonly css: Stylesheet; readonly words: VisitorWords },
  isHidden: boolean,
): SafeHtml => {
  css.share("stop", STOP_CSS);
  return html`<label class="stop"${attributes({ hidden: isHidden ? true : null })}><input type="checkbox"> ${words.stopSlides}</label>`;
};

const STOP_CSS = `.stop{position:absolute;right:.75rem;bottom:.5rem;z-index:3;display:none;gap:.4rem;align-items:center;min-height:24px;padding:.1rem .6rem;border-radius:var(--radius);background:rgb(0 0 0/.72);color:#fff;font-size:.8125rem;cursor:pointer}
@media (prefers-reduced-motion:no-preference){.stop:not([hidden]){display:flex}}`;
