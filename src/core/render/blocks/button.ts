import type { Target } from "../../model/blocks";
import { type BlockRenderer, element, type RenderContext } from "../context";

/** Where a target leads; null if its page is gone. */
export const hrefOf = (target: Target, context: RenderContext): string | null =>
  "identity" in target ? (context.data.links[target.identity]?.path ?? null) : target.url;

export const button: BlockRenderer<"button"> = {
  render: (block, context) => {
    const href = hrefOf(block.settings.target, context);
    return href === null
      ? null
      : element(
          "a",
          block,
          context,
          { class: block.settings.look, attributes: { href } },
          block.settings.label,
        );
  },
  css: `.b-button{display:inline-block;flex:none;padding:.55rem 1.15rem;border-radius:var(--radius);font-weight:600;text-decoration:none;border:1px solid transparent;text-align:center}
.b-button.filled{background:var(--accent);color:var(--textOnAccent)}.b-button.filled:hover{text-decoration:underline}
.b-button.outlined{border-color:currentColor}.b-button.outlined:hover,.b-button.plain:hover{text-decoration:underline}
.b-button.plain{padding-inline:0}`,
};
