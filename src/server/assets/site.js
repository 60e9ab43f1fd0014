// The public site's only script: everything works without it; with it, open drop-downs close when one looks elsewhere.
(() => {
  const opened = () => document.querySelectorAll(".b-menu .row details[open]");
  document.addEventListener("click", (event) => {
    for (const each of opened()) if (!each.contains(event.target)) each.open = false;
  });
  document.addEventListener("keydown", (event) => {
    if (event.key !== "Escape") return;
    for (const each of opened()) {
      const inside = each.contains(document.activeElement);
      each.open = false;
      if (inside) each.querySelector("summary").focus();
    }
  });
  // a drawer is a dialog to its reader: the button that opened it gets the focus back
  for (const drawer of document.querySelectorAll(".b-menu .drawer"))
    drawer.addEventListener("toggle", (event) => {
      if (event.newState === "closed" && drawer.contains(document.activeElement))
        drawer.parentElement.querySelector(".open")?.focus();
    });
  // headers that turn solid, or come back when one scrolls up
  const root = document.documentElement;
  const sticky = document.querySelectorAll(".sticky");
  let before = 0;
  const scrolled = () => {
    root.classList.toggle("scrolled", scrollY > 8);
    root.classList.toggle("down", scrollY > before && scrollY > 200);
    before = scrollY;
    for (const band of sticky) {
      const { position, top } = getComputedStyle(band);
      const at = band.getBoundingClientRect().top;
      const stuck = scrollY > 8 && position === "sticky" && at <= Number.parseFloat(top) + 0.5;
      if (stuck === band.classList.contains("stuck")) continue;
      // what is lower then leaves what follows where it is
      const high = band.getBoundingClientRect().height;
      band.classList.toggle("stuck", stuck);
      band.style.marginBottom = "";
      const margin = Number.parseFloat(getComputedStyle(band).marginBottom);
      if (stuck) band.style.marginBottom = `${margin + high - band.getBoundingClientRect().height}px`;
    }
  };
  addEventListener("scroll", scrolled, { passive: true });
  scrolled();
  // notices that are sent away stay away, as long as they say the same; a band with nothing else goes with them
  const AWAY = "notices-away";
  const away = () => {
    try {
      return JSON.parse(localStorage.getItem(AWAY)) ?? [];
    } catch {
      return [];
    }
  };
  const sendAway = (notice) => {
    const band = notice.closest(".band");
    notice.hidden = true;
    band.hidden = [...band.querySelectorAll(".cell>*")].every((each) => !each.checkVisibility());
  };
  for (const notice of document.querySelectorAll("[data-away]")) {
    const { away: name } = notice.dataset;
    notice.classList.add("on");
    if (away().includes(name)) sendAway(notice);
    notice.querySelector("button").addEventListener("click", () => {
      sendAway(notice);
      try {
        localStorage.setItem(AWAY, JSON.stringify([...away(), name].slice(-50)));
      } catch {
        // it comes again
      }
    });
  }
  // sign-up forms say what became of them without leaving the page
  for (const form of document.querySelectorAll(".b-signUp"))
    form.addEventListener("submit", async (event) => {
      event.preventDefault();
      form.setAttribute("aria-busy", "true");
      form.dataset.said = "";
      let said = "failed";
      try {
        const body = new URLSearchParams(new FormData(form));
        const answer = await fetch(form.action, {
          method: "POST",
          headers: { Accept: "application/json" },
          body,
        });
        said = (await answer.json()).said ?? said;
      } catch {
        // offline, or nobody there: said as failed
      }
      form.removeAttribute("aria-busy");
      form.dataset.said = said;
    });
  // videos behind bands play where nobody asked for less motion or less data; a box stops them
  if (matchMedia("(prefers-reduced-motion: no-preference)").matches && !navigator.connection?.saveData)
    for (const video of document.querySelectorAll(".bg video")) {
      const stop = video.parentElement.nextElementSibling;
      video.addEventListener("playing", () => video.classList.add("on"));
      video
        .play()
        .then(() => (stop.hidden = false))
        .catch(() => {});
      stop.addEventListener("change", ({ target }) => (target.checked ? video.pause() : video.play()));
      // what is said stands above what lies over the video
      const [track] = video.textTracks;
      if (!track) continue;
      track.mode = "hidden";
      track.addEventListener("cuechange", () => {
        const said = [...track.activeCues].map((cue) => cue.getCueAsHTML().textContent);
        stop.nextElementSibling.textContent = said.join("\n");
      });
    }
  // what comes next is put below what is there; what looks otherwise on the next page is gone to
  document.addEventListener("click", async (event) => {
    const next = event.target.closest?.(".b-pager .more");
    if (!next || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    next.setAttribute("aria-busy", "true");
    try {
      const page = new DOMParser().parseFromString(await (await fetch(next.href)).text(), "text/html");
      const [here, there] = [document, page].map((each) =>
        each.querySelector(`.b-entryList.${next.dataset.list}`),
      );
      const from = (list) => list.querySelector(":scope > ul") ?? list;
      const items = [...from(there).children].filter((each) => !each.matches(".filters"));
      document.head.append(page.querySelector("style"));
      from(here).append(...items);
      items[0].querySelector("a").focus();
      const follow = page.querySelectorAll(".b-pager");
      for (const [at, pager] of document.querySelectorAll(".b-pager").entries())
        pager.replaceWith(...[follow[at]].filter(Boolean));
    } catch {
      location.href = next.href;
    }
  });
  // addresses that are copied
  for (const copy of document.querySelectorAll("[data-copy]")) {
    copy.hidden = !navigator.clipboard;
    copy.onclick = async () => {
      await navigator.clipboard.writeText(copy.dataset.copy);
      copy.textContent = copy.dataset.copied;
    };
  }
  // heroes are pushed along with a finger
  for (const hero of document.querySelectorAll(".b-hero:has(.picks)")) {
    let from = null;
    hero.addEventListener("touchstart", ({ touches }) => (from = touches[0].clientX), { passive: true });
    hero.addEventListener("touchend", ({ changedTouches }) => {
      const by = changedTouches[0].clientX - from;
      const picks = [...hero.querySelectorAll(".picks input")];
      const at = [...hero.querySelector(".slides").children].findLastIndex(
        (each) => getComputedStyle(each).opacity > 0.5,
      );
      if (Math.abs(by) > 40) picks[(at + (by < 0 ? 1 : picks.length - 1)) % picks.length].checked = true;
    });
  }
  // menus that open on pointing: a moment's grace before they close, so that a slanted way down is forgiven
  for (const item of document.querySelectorAll("[data-opens] details")) {
    let leaving;
    item.addEventListener("pointerenter", (event) => {
      clearTimeout(leaving);
      if (event.pointerType === "mouse") item.open = true;
    });
    item.addEventListener("pointerleave", (event) => {
      if (event.pointerType === "mouse") leaving = setTimeout(() => (item.open = false), 350);
    });
    // the press that follows the pointing must not close it again
    item.querySelector("summary").addEventListener("click", (event) => {
      if (item.matches(":hover") && event.detail > 0 && matchMedia("(hover: hover)").matches) {
        event.preventDefault();
        item.open = true;
      }
    });
  }
})();
