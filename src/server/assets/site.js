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
})();
