import { type BlockRenderer, element } from "../context";

/** The page's title. The first one drawn is the page's one `h1`. */
export const title: BlockRenderer<"title"> = {
  render: (block, context) => {
    const { page, query } = context.data;
    const first = !context.state.hasTitle;
    context.state.hasTitle = true;
    const { text: own } = block.settings;
    const found = page.role === "search" && query !== "" ? context.words.searchFor(query) : page.title;
    const words = own === "" ? found : own;
    const text = page.pageNumber > 1 ? `${words}, ${page.pageNumber}` : words;
    const options = { class: `t-${block.settings.style}`, words: own !== "" && own === text ? "text" : null };
    return element(first ? "h1" : "p", block, context, options, text);
  },
};
