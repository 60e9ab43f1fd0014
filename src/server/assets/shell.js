// The inside of a preview frame: takes patches from the studio, draws them, says when they are on the screen, and
// reports what is pointed at. It speaks to nobody else.
(() => {
  const studio = document.documentElement.dataset.studio;
  const sheets = ["values", "before", "changed", "after"].map((id) => document.getElementById(id));
  const marks = document.getElementById("marks");
  const say = (message) => parent.postMessage(message, studio);

  // The element whose words are edited in place.
  let edited = null;

  // A menu that a person opened stays open through a patch.
  const keepOpen = {
    childrenOnly: true,
    onBeforeElUpdated: (from, to) => {
      // words that are being typed here are the newest there are
      if (from.isEqualNode(to) || from === edited) return false;
      if (from.tagName === "DETAILS" && from.open) to.open = true;
      return true;
    },
  };
  const patch = (element, html) => {
    const next = element.cloneNode(false);
    next.innerHTML = html;
    // as it is here: what stays the same is not looked into
    for (const link of next.querySelectorAll("a[href]")) link.tabIndex = -1;
    window.morphdom(element, next, keepOpen);
  };
  const regionOf = (slot) => document.querySelector(`.slot-${slot}`);

  // Scrolls this frame only: scrollIntoView would scroll the studio round it too.
  const show = (element, atEnd) => {
    if (!element) return;
    const box = element.getBoundingClientRect();
    scrollTo({ top: scrollY + (atEnd ? box.bottom - innerHeight : box.top) });
  };

  // A stylesheet begins with its font faces and the values of the house style. They are kept apart: while a colour is
  // turned only values change, no font is asked for again and no rule is read anew. The faces of a family stay once they
  // are there: one comes back to it without loading it again. If a family has other faces, those declared last are used.
  const families = new Map();
  const addFaces = (css) => {
    const given = new Map();
    for (const [rule, family] of css.matchAll(/@font-face\{font-family:"([^"]*)"[^}]*\}/g))
      given.set(family, (given.get(family) ?? "") + rule);
    for (const [family, rules] of given) {
      if (families.get(family) === rules) continue;
      families.set(family, rules);
      const more = document.createElement("style");
      more.textContent = rules;
      sheets[0].before(more);
    }
  };

  // How the page is looked at: states a pointer or a keyboard would bring about are drawn for everything at once.
  let view = { state: "rest", isLarge: false, hasPictures: true, isStill: false };
  let worn = "";
  const seenAs = (css) => {
    if (view.state === "pointed") return css.replaceAll(":hover", ":not(.none)");
    if (view.state === "focused") return css.replaceAll(":focus-visible", ":is(a,button,summary,input)");
    return css;
  };
  const open = (isOpen) => {
    for (const each of document.querySelectorAll(".b-menu .row")) {
      const first = each.querySelector("details");
      if (first) first.open = isOpen;
    }
    for (const drawer of document.querySelectorAll(".b-menu .drawer")) {
      const button = drawer.parentElement.querySelector(".open");
      if (isOpen && button.offsetWidth > 0) drawer.showPopover();
      else if (drawer.matches(":popover-open")) drawer.hidePopover();
    }
  };
  const look = (next) => {
    const wasOpen = view.state === "open";
    view = next;
    const root = document.documentElement;
    root.style.fontSize = view.isLarge ? "200%" : "";
    root.classList.toggle("scrolled", view.state === "scrolled");
    root.classList.toggle("no-pictures", !view.hasPictures);
    dress(worn);
    playVideos();
    if (wasOpen || view.state === "open") open(view.state === "open");
  };

  const playVideos = () => {
    for (const video of document.querySelectorAll(".bg video")) {
      video.muted = true;
      video.classList.toggle("on", !view.isStill && view.hasPictures);
      if (view.isStill) video.pause();
      else video.play().catch(() => {});
    }
  };

  // Rules that were changed last stand in a sheet of their own, between those before and those after them: while one
  // thing is edited only that sheet is read anew, and only what it speaks of is styled again.
  let rules = { whole: "", before: "", after: "" };
  const SMALL = 4000;
  const cutRules = (whole) => {
    const { before, after } = rules;
    const between = whole.length - before.length - after.length;
    const isCut = between >= 0 && between <= SMALL && whole.startsWith(before) && whole.endsWith(after);
    rules = { whole, ...(isCut ? { before, after } : changedIn(rules.whole, whole)) };
    return [rules.before, whole.slice(rules.before.length, whole.length - rules.after.length), rules.after];
  };
  // What stays before and behind a change, in whole rules.
  const changedIn = (old, next) => {
    const shorter = Math.min(old.length, next.length);
    let start = 0;
    while (start < shorter && old[start] === next[start]) start += 1;
    let end = 0;
    while (end < shorter - start && old[old.length - 1 - end] === next[next.length - 1 - end]) end += 1;
    let [depth, first, last] = [0, 0, next.length];
    for (const { 0: found, index } of next.matchAll(/"(?:[^"\\]|\\.)*"|[{}]/g)) {
      if (found === "{") depth += 1;
      if (found !== "}") continue;
      depth -= 1;
      if (depth > 0) continue;
      if (index < start) first = index + 1;
      if (index >= next.length - end - 1) {
        last = index + 1;
        break;
      }
    }
    return { before: next.slice(0, first), after: next.slice(Math.max(first, last)) };
  };

  // Of a page that is only looked at from above, what is not in sight is not laid out before it is scrolled to.
  const OWN_RULES = `.no-pictures :is(img,picture){visibility:hidden}
.elsewhere .sticky{position:relative!important}
.from-above :is(.slot-layout,.slot-footer)>.band{content-visibility:auto;contain-intrinsic-size:auto 300px}`;

  const dress = (plain) => {
    worn = plain;
    const moved = view.isStill
      ? plain.replaceAll("(prefers-reduced-motion:no-preference)", "not all")
      : plain;
    // a frame is cut to the part: a share of the screen's height is one of a screen as wide as it
    const high = innerWidth > 1000 ? 800 : innerWidth > 600 ? 1180 : 844;
    const sized = moved.replace(/([\d.]+)svh/g, (_, share) => `${(share * high) / 100}px`);
    const css = `${seenAs(sized)}\n${OWN_RULES}`;
    const start = Math.max(0, css.indexOf(":root{"));
    const end = css.indexOf("}", start) + 1;
    addFaces(css.slice(0, start));
    const texts = [css.slice(start, end), ...cutRules(css.slice(end))];
    for (const [at, sheet] of sheets.entries())
      if (sheet.textContent !== texts[at]) sheet.textContent = texts[at];
  };

  // What was selected and has not been brought into sight yet: it may come with the next drawing.
  let sought = null;
  const seek = () => {
    const found = sought && document.querySelector(`[data-node="${sought}"]`);
    if (!found) return;
    sought = null;
    const box = found.getBoundingClientRect();
    if (box.bottom < 0 || box.top > innerHeight) show(found, false);
  };

  // The slot being edited: a new subject is shown with it in sight.
  let slot = null;
  const draw = (message) => {
    if (message.css !== undefined) dress(message.css);
    if (message.body !== undefined) patch(document.body, message.body);
    for (const [slot, html] of Object.entries(message.regions ?? {})) {
      const region = regionOf(slot);
      if (region) patch(region, html);
    }
    if (view.state === "open") open(true);
    playVideos();
    if (message.isNew && slot) {
      // a header that stays would lie over the part that is looked at
      document.documentElement.classList.toggle("elsewhere", slot !== "header");
      show(regionOf(slot), slot === "footer");
    }
    seek();
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        const at = performance.timeOrigin + performance.now();
        say({ type: "drawn", id: message.id, at, height: height(), places: places() });
      }),
    );
  };
  // a header with a band that sticks has no box of its own: that of what is in it counts
  const boxOf = (region) => {
    if (!region) return null;
    const box = region.getBoundingClientRect();
    if (box.height > 0) return box;
    const inside = document.createRange();
    inside.selectNodeContents(region);
    return inside.getBoundingClientRect();
  };
  // where each slot lies in the page, for signs beside the frame
  const places = () =>
    Object.fromEntries(
      ["header", "titleBar", "layout", "side", "footer"].flatMap((slot) => {
        const box = boxOf(regionOf(slot));
        return box ? [[slot, { top: box.top + scrollY, height: box.height }]] : [];
      }),
    );
  const height = () =>
    Math.ceil(Math.max(document.body.scrollHeight, document.body.getBoundingClientRect().height));

  addEventListener("message", (event) => {
    if (event.origin !== studio || event.source !== parent) return;
    const message = event.data;
    // drawings come by a line of their own, from whoever the studio gave its other end to
    if (message.type === "tie") {
      slot = message.slot;
      document.documentElement.classList.toggle("from-above", message.isFromAbove);
      event.ports[0].onmessage = (drawing) => draw(drawing.data);
    }
    if (message.type === "view") look(message.view);
    if (message.type === "edit") edit(message.node);
    if (message.type === "select") {
      marks.textContent = [message.node, ...(message.also ?? [])]
        .filter(Boolean)
        .map(
          (node) =>
            // inside a shared piece the name of the use stands in front
            `[data-node="${node}"],[data-node$="--${node}"]{outline:2px solid #d3a13a!important;outline-offset:3px!important}`,
        )
        .join("");
      sought = message.node;
      seek();
    }
  });

  // Words are edited where they stand: what is typed goes to the studio letter by letter; Enter, Escape or leaving ends it.
  const edit = (node) => {
    if (edited && edited.dataset.node === node) return;
    if (edited) edited.removeAttribute("contenteditable");
    edited = null;
    const found = node && document.querySelector(`[data-node="${node}"]`);
    if (!found) return;
    edited = found;
    found.contentEditable = "plaintext-only";
    found.focus();
    getSelection().selectAllChildren(found);
  };
  const endEdit = () => {
    if (!edited) return;
    const { node } = edited.dataset;
    edited.removeAttribute("contenteditable");
    edited = null;
    say({ type: "typed", node, text: null });
  };
  addEventListener("input", (event) => {
    if (event.target === edited)
      say({ type: "typed", node: edited.dataset.node, text: edited.textContent.replace(/\s+/g, " ") });
  });
  addEventListener("focusout", (event) => {
    if (event.target === edited) endEdit();
  });

  const nodesAt = (target) => {
    const found = [];
    for (let each = target; each && each !== document.body; each = each.parentElement)
      if (each.dataset?.node) found.push(each.dataset.node);
    return found;
  };
  const slotAt = (target) =>
    /slot-(\w+)/.exec(target.closest("[class*='slot-']")?.className ?? "")?.[1] ?? null;

  addEventListener("click", (event) => {
    if (edited?.contains(event.target)) {
      event.preventDefault();
      return;
    }
    if (event.target.closest("a,button[type=submit]")) event.preventDefault();
    say({
      type: "pointed",
      nodes: nodesAt(event.target),
      slot: slotAt(event.target),
      isAdding: event.shiftKey,
    });
  });
  addEventListener("submit", (event) => event.preventDefault());
  addEventListener("keydown", (event) => {
    if (edited && (event.key === "Escape" || event.key === "Enter")) {
      event.preventDefault();
      endEdit();
      return;
    }
    if (event.key === "Escape") say({ type: "escape" });
  });
  new ResizeObserver(() => say({ type: "resized", height: height(), places: places() })).observe(
    document.body,
  );
  say({ type: "ready" });
})();
