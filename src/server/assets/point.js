// Pointing at the live site from the studio: what is under the pointer is outlined; a press says which part it is and why,
// and leads there. Slots that are empty have a place of their own to point at. Links are followed while Alt is held.
(() => {
  const { slots, title } = JSON.parse(document.getElementById("points").textContent);
  const regionOf = (slot) => document.querySelector(`.slot-${slot}`);

  // An empty slot: a strip where it would be.
  const places = {
    header: (strip) => document.body.prepend(strip),
    titleBar: (strip) =>
      (document.querySelector(".with-side") ?? document.querySelector("main")).before(strip),
    side: (strip) => (document.querySelector(".with-side") ?? document.querySelector("main")).after(strip),
    footer: (strip) => document.body.append(strip),
  };
  for (const each of slots)
    if (each.isEmpty && places[each.slot]) {
      const strip = document.createElement("div");
      strip.dataset.emptySlot = each.slot;
      strip.textContent = each.isMissing
        ? `no ${each.label.toLowerCase()}: missing`
        : `no ${each.label.toLowerCase()} here`;
      places[each.slot](strip);
    }
  const style = document.createElement("style");
  style.textContent =
    "[data-empty-slot]{font:13px/1.4 system-ui,sans-serif;text-align:center;padding:5px;color:#5a4210;background:#f6ead1;outline:1px dashed #886213;outline-offset:-2px;cursor:help}" +
    ".pointed-at{outline:2px solid #d3a13a!important;outline-offset:2px!important}body{padding-bottom:150px!important}";
  document.head.append(style);

  // The bar keeps its looks to itself.
  const host = document.createElement("div");
  const root = host.attachShadow({ mode: "open" });
  root.innerHTML =
    "<style>:host{all:initial}section{position:fixed;inset:auto 0 0 0;z-index:2147483647;background:#fffdf9;color:#23272b;border-top:1px solid #8a8375;font:14px/1.45 system-ui,sans-serif;padding:10px 16px 12px;box-shadow:0 -4px 18px rgb(0 0 0/.12)}" +
    "nav{display:flex;flex-wrap:wrap;gap:6px;align-items:center}button{font:inherit;color:inherit;background:#fbf9f4;border:1px solid #8a8375;border-radius:5px;padding:3px 10px;min-height:28px;cursor:pointer}" +
    "button[aria-pressed=true]{background:#f6ead1;border-color:#886213}button.missing{color:#9d2f1f;border-color:#9d2f1f}p{margin:8px 0 0}a{color:#886213;font-weight:600;margin-right:16px}small{color:#5d5a52;margin-left:auto}" +
    "button:focus-visible,a:focus-visible{outline:2px solid #886213;outline-offset:2px}</style>" +
    '<section aria-label="What the page is made of"><nav></nav><p role="status"></p></section>';
  document.body.append(host);
  const nav = root.querySelector("nav");
  const said = root.querySelector("p");

  let marked = null;
  const mark = (element) => {
    marked?.classList.remove("pointed-at");
    marked = element;
    marked?.classList.add("pointed-at");
  };
  const link = (words, href) => {
    const a = document.createElement("a");
    a.textContent = words;
    a.href = href;
    a.target = "_blank";
    a.rel = "noreferrer";
    return a;
  };
  const buttons = new Map();
  const tell = (each, node) => {
    for (const [slot, button] of buttons) button.setAttribute("aria-pressed", String(slot === each.slot));
    const strong = document.createElement("strong");
    strong.textContent = each.part ? `${each.badge}, ${each.name} ` : "";
    const links = [
      each.part &&
        link(node ? "Open this block" : "Open the part", node ? `${each.part}?node=${node}` : each.part),
      link("What this page chooses", each.page),
    ].filter(Boolean);
    const row = document.createElement("span");
    row.style.display = "block";
    row.append(...links);
    said.replaceChildren(strong, each.why, row);
  };
  for (const each of slots) {
    const button = document.createElement("button");
    button.type = "button";
    button.textContent = each.part ? each.badge : `no ${each.label.toLowerCase()}`;
    if (each.isMissing) button.className = "missing";
    button.setAttribute("aria-pressed", "false");
    button.addEventListener("click", () => {
      const region = regionOf(each.slot) ?? document.querySelector(`[data-empty-slot=${each.slot}]`);
      mark(region);
      region?.scrollIntoView({ block: "nearest" });
      tell(each, null);
    });
    buttons.set(each.slot, button);
    nav.append(button);
  }
  const hint = document.createElement("small");
  hint.textContent = `${title}: point at anything; Alt and a press follow a link`;
  nav.append(hint);

  const slotAt = (target) => {
    const empty = target.closest("[data-empty-slot]")?.dataset.emptySlot;
    const name = empty ?? /slot-(\w+)/.exec(target.closest("[class*='slot-']")?.className ?? "")?.[1];
    return slots.find(({ slot }) => slot === name);
  };
  addEventListener("pointerover", (event) => {
    if (event.target === host) return;
    mark(event.target.closest?.("[data-node],[data-empty-slot]") ?? null);
  });
  addEventListener(
    "click",
    (event) => {
      if (event.composedPath().includes(host)) return;
      const a = event.target.closest("a[href]");
      event.preventDefault();
      if (event.altKey && a) {
        const url = new URL(a.href);
        if (url.origin === location.origin) location.assign(`/_live${url.pathname}${url.search}`);
        return;
      }
      const each = slotAt(event.target);
      if (!each) return;
      const node = event.target.closest("[data-node]");
      mark(node ?? event.target.closest("[data-empty-slot]"));
      // inside a shared piece the part knows its use
      tell(each, node?.dataset.node.split("--")[0] ?? null);
    },
    true,
  );
  addEventListener("submit", (event) => event.preventDefault(), true);
})();
