import { z } from "zod";
import { element, wordsOf } from "../draw/context";
import { attributes, html } from "../draw/html";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { words } from "./roles";

const settings = z.object({
  /** Each empty: not there. */
  mail: words(undefined, { mayBeEmpty: true }).default("Send it by e-mail"),
  copy: words(undefined, { mayBeEmpty: true }).default("Copy the address"),
  copied: words().default("Copied"),
});

/** Ways to pass a page on: by e-mail, or its address copied. Nothing is asked of anybody else for it. */
export const share = defineBlock({
  kind: "share",
  settings,
  wearsType: true,
  inks: () => [PLAIN],
  draw: (block, context) => {
    const { mail, copy, copied } = block.settings;
    const { site, page } = context.data;
    if (mail === "" && copy === "") return null;
    if (copy !== "") context.state.needsScript = true;
    const address = site.origin + page.path;
    // spaces as %20: what opens a mail takes a plus for a plus (RFC 6068 §5)
    const letter = `mailto:?subject=${encodeURIComponent(page.title)}&body=${encodeURIComponent(address)}`;
    // what only a script can do is there with it; the studio shows it as it will be
    return element(
      "ul",
      block,
      context,
      {},
      html`${mail === "" ? null : html`<li><a href="${letter}">${wordsOf(context, "mail", mail)}</a></li>`}${
        copy === ""
          ? null
          : html`<li><button type="button"${attributes({ hidden: !context.mark })} data-copy="${address}" data-copied="${copied}">${wordsOf(context, "copy", copy)}</button></li>`
      }`,
    );
  },
  css: `.b-share{list-style:none;padding:0;display:flex;flex-wrap:wrap;justify-content:var(--along,normal);gap:.25rem 1.25rem}.b-share a,.b-share button{font:inherit;color:inherit;background:none;border:0;padding:0;min-height:1.5rem;text-decoration:underline;text-decoration-thickness:.08em;text-underline-offset:.18em;cursor:pointer}.b-share a{display:inline-block}`,
});
