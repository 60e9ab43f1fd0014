// The inside of a preview frame: takes patches from the studio, draws them, says when they are on the screen, and
// reports what is pointed at. It speaks to nobody else but a row it may stand in, which passes on what is said.
(() => {
  const studio = parent === top ? document.documentElement.dataset.studio : location.origin;
  const values = document.getElementById("values");
  const marks = document.getElementById("marks");
  const say = (message) => parent.postMessage(message, studio);

  // The element whose words are edited in place, whose and which words they are, and how it is drawn meanwhile.
  let edited = null;
  let editing = null;
  let drawn = null;

  // A menu that a person opened stays open through a patch.
  const keepOpen = (from, to) => {
    // words that are being typed here are the newest there are
    if (from === edited) {
      drawn = to;
      return false;
    }
    if (from.isEqualNode(to)) return false;
    if (from.tagName === "DETAILS" && from.open) to.open = true;
    return true;
  };
  const patch = (element, next, childrenOnly) => {
    // as it is here: what stays the same is not looked into
    for (const link of next.querySelectorAll("a[href]")) link.tabIndex = -1;
    if (next.matches("a[href]")) next.tabIndex = -1;
    window.morphdom(element, next, { childrenOnly, onBeforeElUpdated: keepOpen });
  };
  const patchInside = (element, html) => {
    const next = element.cloneNode(false);
    next.innerHTML = html;
    patch(element, next, true);
  };
  const nodeOf = (name) => document.querySelector(`[data-node="${name}"]`);
  const patchNode = ({ node, html }) => {
    const made = document.createElement("template");
    made.innerHTML = html;
    patch(nodeOf(node), made.content.firstElementChild, false);
  };
  const regionOf = (slot) => document.querySelector(`.slot-${slot}`);

  // Scrolls this frame only: scrollIntoView would scroll the studio round it too.
  const show = (element, atEnd) => {
    if (!element) return;
    const box = element.getBoundingClientRect();
    scrollTo({ top: scrollY + (atEnd ? box.bottom - innerHeight : box.top) });
  };

  // The faces of a family stay once they are there: one comes back to it without loading it again. If a family has other
  // faces, those declared last are used.
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
      values.before(more);
    }
  };

  // How the page is looked at: states a pointer or a keyboard would bring about are drawn for everything at once.
  let view = { state: "rest", isLarge: false, hasPictures: true, isStill: false };
  const seenAs = (rule) => {
    const still = view.isStill ? rule.replaceAll("(prefers-reduced-motion:no-preference)", "not all") : rule;
    // a frame is cut to the part: a share of the screen's height is one of a screen as wide as it
    const high = innerWidth > 1000 ? 800 : innerWidth > 600 ? 1180 : 844;
    const sized = still.replace(/([\d.]+)svh/g, (_, share) => `${(share * high) / 100}px`);
    if (view.state === "pointed") return sized.replaceAll(":hover", ":not(.none)");
    if (view.state === "focused") return sized.replaceAll(":focus-visible", ":is(a,button,summary,input)");
    return sized;
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
  // A header is looked at as one sees it further down: one that stays lies over the page, another has gone.
  const SCROLLED_BY = 240;
  const look = (next) => {
    const wasOpen = view.state === "open";
    const wasScrolled = view.state === "scrolled";
    view = next;
    const root = document.documentElement;
    root.style.fontSize = view.isLarge ? "200%" : "";
    root.classList.toggle("scrolled", view.state === "scrolled");
    stick();
    root.classList.toggle("no-pictures", !view.hasPictures);
    wear(given.map(seenAs));
    playVideos();
    if (wasOpen || view.state === "open") open(view.state === "open");
    if (view.state === "scrolled") scrollAway();
    else if (wasScrolled) {
      scrollTo({ top: 0 });
      show(regionOf(slot), slot === "footer");
    }
  };
  const stick = () => {
    for (const band of document.querySelectorAll(".sticky"))
      band.classList.toggle("stuck", view.state === "scrolled");
  };
  const scrollAway = () => {
    if (slot === null || slot === "header") scrollTo({ top: SCROLLED_BY });
  };

  const showNotices = () => {
    for (const notice of document.querySelectorAll("[data-away]")) notice.classList.add("on");
  };
  const playVideos = () => {
    for (const video of document.querySelectorAll(".bg video")) {
      video.muted = true;
      video.classList.toggle("on", !view.isStill && view.hasPictures);
      if (view.isStill) video.pause();
      else video.play().catch(() => {});
    }
  };

  // Of a page that is only looked at from above, what is not in sight is not laid out before it is scrolled to.
  const own = document.createElement("style");
  own.textContent = `.no-pictures :is(img,picture){visibility:hidden}
.elsewhere .sticky{position:relative!important}
.from-above :is(.slot-layout,.slot-footer)>.band{content-visibility:auto;contain-intrinsic-size:auto 300px}`;
  marks.before(own);

  // Rules that change stand in sheets of their own: while something is edited only those few are read anew, and only
  // what they speak of is styled again.
  const MOST_APART = 12;
  // as they were given, and as they are worn
  let given = [];
  let rules = [];
  let apart = new Map();
  let sheets = [];
  const sheetOf = (text) => {
    const sheet = document.createElement("style");
    sheet.textContent = text;
    own.before(sheet);
    sheets.push(sheet);
    return sheet;
  };
  const arrange = (places) => {
    for (const sheet of sheets) sheet.remove();
    sheets = [];
    apart = new Map();
    let from = 0;
    for (const place of [...places].sort((a, b) => a - b)) {
      if (place > from) sheetOf(rules.slice(from, place).join(""));
      apart.set(place, sheetOf(rules[place]));
      from = place + 1;
    }
    if (from < rules.length) sheetOf(rules.slice(from).join(""));
  };
  const wear = (next) => {
    const isLong = next.length !== rules.length;
    const changed = isLong ? [] : next.flatMap((rule, place) => (rule === rules[place] ? [] : [place]));
    rules = next;
    const places = new Set([...apart.keys(), ...changed]);
    if (isLong || changed.length > MOST_APART) arrange([]);
    else if (places.size > apart.size) arrange(places.size > MOST_APART ? changed : places);
    else for (const place of changed) apart.get(place).textContent = rules[place];
  };
  // Faces, values and rules are kept apart: while a colour is turned only values change, no font is asked for again and
  // no rule is read anew.
  const dress = (change) => {
    if (change.faces !== undefined) addFaces(change.faces);
    if (change.values !== undefined) values.textContent = change.values;
    if (change.rules) given = change.rules;
    if (!change.rules && !change.changed) return;
    const next = change.rules ? given.map(seenAs) : [...rules];
    for (const [place, rule] of change.changed ?? []) {
      given[place] = rule;
      next[place] = seenAs(rule);
    }
    wear(next);
  };

  // Of slides that follow one another the one is shown that something is selected in.
  const turnTo = (found) => {
    const shown = found.closest(".slides>*");
    const picks = shown?.parentElement.parentElement.querySelectorAll(".picks>input");
    const pick = picks?.[[...shown.parentElement.children].indexOf(shown)];
    if (pick) pick.checked = true;
  };

  // What is selected; and as long as it has not been brought into sight, again: it may come with the next drawing.
  let selected = null;
  let sought = null;
  const seek = () => {
    const found = sought && nodeOf(sought);
    if (!found) return;
    sought = null;
    turnTo(found);
    const box = found.getBoundingClientRect();
    if (box.bottom < 0 || box.top > innerHeight) show(found, false);
  };

  // The slot being edited: a new subject is shown with it in sight.
  let slot = null;
  // The line drawings come by, from whoever the studio gave its other end to.
  let line = null;
  const draw = (message) => {
    if (message.sheet) dress(message.sheet);
    if (message.node) patchNode(message.node);
    if (message.body !== undefined) patchInside(document.body, message.body);
    for (const [name, html] of Object.entries(message.regions ?? {})) {
      const region = regionOf(name);
      if (region) patchInside(region, html);
    }
    if (view.state === "open") open(true);
    if (view.state === "scrolled") stick();
    showNotices();
    playVideos();
    if (message.isNew && slot) {
      // a header that stays would lie over the part that is looked at
      document.documentElement.classList.toggle("elsewhere", slot !== "header");
      show(regionOf(slot), slot === "footer");
      if (view.state === "scrolled") scrollAway();
    }
    seek();
  };
  // What is drawn is on the screen for two of its frames: said, with the time of the clock.
  const sayDrawn = ({ id }) =>
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        say({ type: "drawn", id, at: performance.timeOrigin + performance.now() });
        sayPlaces();
      }),
    );
  // what it is going to show
  const begin = (next) => {
    slot = next.slot;
    asksPlaces = next.asksPlaces;
    document.documentElement.classList.toggle("from-above", next.isFromAbove);
    // what is edited stays where it is looked at when it grows, not what stands below it
    document.documentElement.style.overflowAnchor = "none";
  };
  // a row has one line for all its frames, and draws in them by itself
  if (parent !== top) Object.assign(window, { begin, draw });
  // a header with a band that sticks has no box of its own: that of what is in it counts
  const boxOf = (region) => {
    if (!region) return null;
    const box = region.getBoundingClientRect();
    if (box.height > 0) return box;
    const inside = document.createRange();
    inside.selectNodeContents(region);
    return inside.getBoundingClientRect();
  };
  // where each slot lies in the page
  const places = () =>
    Object.fromEntries(
      ["header", "titleBar", "layout", "side", "footer"].flatMap((slot) => {
        const box = boxOf(regionOf(slot));
        return box ? [[slot, { top: box.top + scrollY, height: box.height }]] : [];
      }),
    );
  const height = () =>
    Math.ceil(Math.max(document.body.scrollHeight, document.body.getBoundingClientRect().height));
  // only where somebody asks: to say it the page is laid out at once
  let asksPlaces = false;
  const sayPlaces = () => {
    if (asksPlaces) say({ type: "places", height: height(), places: places() });
  };

  addEventListener("message", (event) => {
    if (event.origin !== studio || event.source !== parent) return;
    const message = event.data;
    if (message.type === "tie") {
      // what is still under way on the old one is older than what the new one brings
      line?.close();
      [line] = event.ports;
      begin(message);
      line.onmessage = ({ data: drawing }) => {
        draw(drawing);
        sayDrawn(drawing);
      };
    }
    if (message.type === "view") look(message.view);
    if (message.type === "edit") edit(message.words);
    if (message.type === "select") {
      marks.textContent = [message.node, ...(message.also ?? [])]
        .filter(Boolean)
        .map(
          (node) =>
            // inside a shared piece the name of the use stands in front
            `[data-node="${node}"],[data-node$="--${node}"]{outline:2px solid #d3a13a!important;outline-offset:3px!important}`,
        )
        .join("");
      selected = message.node;
      sought = message.node;
      seek();
    }
  });

  // Words are edited where they stand: what is typed goes to the studio letter by letter; Enter, Escape or leaving ends it.
  // The same words may stand in a row and in a drawer: those in sight are meant.
  const wordsIn = ({ node, words }) => {
    const found = nodeOf(node);
    if (found?.dataset.words === words) return found;
    const all = [...(found?.querySelectorAll(`[data-words="${words}"]`) ?? [])];
    return all.find((each) => each.checkVisibility()) ?? all[0];
  };
  // words of a field that is empty are edited in it
  const isField = (element) => element.tagName === "INPUT";
  // a text of several lines, which goes to the studio as it is marked up
  const isRich = (element) => element.dataset.rich !== undefined;
  const edit = (next) => {
    const found = next && wordsIn(next);
    if (edited && edited === found) return;
    leave();
    if (!found) return;
    drawn = found.cloneNode(true);
    edited = found;
    editing = { node: next.node, words: next.words };
    if (isField(found)) {
      found.value = found.placeholder;
      found.focus();
      found.select();
      return;
    }
    found.contentEditable = isRich(found) ? "true" : "plaintext-only";
    found.focus();
    if (!isRich(found)) getSelection().selectAllChildren(found);
  };
  // What was edited is as it is drawn again: what was typed may not fit, or is marked up in another way.
  const leave = () => {
    if (!edited) return;
    const was = edited;
    edited = null;
    if (isField(was)) was.value = "";
    else was.removeAttribute("contenteditable");
    patch(was, drawn, false);
  };
  const endEdit = () => {
    if (!edited) return;
    leave();
    say({ type: "typed", ...editing, text: null });
  };
  const wordsOf = (element) => {
    if (isRich(element)) return element.innerHTML;
    return (isField(element) ? element.value : element.textContent).replace(/\s+/g, " ");
  };
  addEventListener("input", (event) => {
    if (event.target === edited) say({ type: "typed", ...editing, text: wordsOf(edited) });
  });
  // of what is pasted the words come in, not how they looked elsewhere
  addEventListener("paste", (event) => {
    if (!edited || !isRich(edited)) return;
    event.preventDefault();
    document.execCommand("insertText", false, event.clipboardData.getData("text/plain"));
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
  // which words of a node lie under it
  const wordsAt = (target) => {
    const found = target.closest("[data-words]");
    return found && found.closest("[data-node]") === target.closest("[data-node]")
      ? found.dataset.words
      : null;
  };
  const slotAt = (target) =>
    /slot-(\w+)/.exec(target.closest("[class*='slot-']")?.className ?? "")?.[1] ?? null;

  addEventListener("click", (event) => {
    // a space that is typed in a button is a click of it too
    if (edited?.contains(event.target) || (edited && event.detail === 0 && event.target.contains(edited))) {
      event.preventDefault();
      return;
    }
    const nodes = nodesAt(event.target);
    const words = wordsAt(event.target);
    // words of a label that are clicked would click its field too; those that are about to be edited open nothing
    const isMeant = words !== null && nodes[0] === selected;
    if (isMeant || event.target.closest("a,button[type=submit],label [data-words]")) event.preventDefault();
    say({
      type: "pointed",
      nodes,
      slot: slotAt(event.target),
      words,
      isAdding: event.shiftKey,
    });
  });
  addEventListener("submit", (event) => event.preventDefault());
  addEventListener("keydown", (event) => {
    const ends = event.key === "Escape" || (event.key === "Enter" && !(edited && isRich(edited)));
    if (edited && ends) {
      event.preventDefault();
      endEdit();
      return;
    }
    // keys of the studio work here too, but for those of a field one types into
    const isCommand = event.ctrlKey || event.metaKey;
    const isTyped = edited || event.target.closest("input,textarea,select");
    const goesTo = isCommand && event.key.toLowerCase() === "k";
    if (isTyped && !goesTo) return;
    // those that move in the page itself
    const isOfPage = /^(Enter| |Tab|Shift|Control|Alt|Meta|Page.*|Home|End)$/.test(event.key);
    if (isOfPage || (event.key.startsWith("Arrow") && !event.altKey)) return;
    if (isCommand && !"kzyd".includes(event.key.toLowerCase())) return;
    if (isCommand) event.preventDefault();
    const { key, altKey, shiftKey } = event;
    say({ type: "key", key, ctrlKey: isCommand, altKey, shiftKey });
  });
  new ResizeObserver(sayPlaces).observe(document.body);
  say({ type: "ready" });
})();
