
"use strict";
(() => {
  const search = document.getElementById("search");
  const shown = document.getElementById("shown");
  const items = [...document.querySelectorAll("[data-text]")];
  const findings = items.filter((e) => e.classList.contains("finding"));
  const variables = items.filter((e) => e.classList.contains("variable"));
  const levels = [...document.querySelectorAll("input[data-level]")];
  const filters = [...document.querySelectorAll("select[data-filter]")];

  for (const e of document.querySelectorAll(".search, .filters")) e.hidden = false;

  const passes = (e) =>
    levels.every((box) => box.checked || e.dataset.level !== box.dataset.level) &&
    filters.every((f) => f.value === "" || e.dataset[f.dataset.filter] === f.value);

  function apply() {
    const words = search.value.toLowerCase().split(/\s+/).filter(Boolean);
    let found = 0, named = 0;
    for (const e of items) {
      const fits = words.every((w) => e.dataset.text.includes(w)) && (!e.classList.contains("finding") || passes(e));
      e.toggleAttribute("data-hidden", !fits);
      if (fits && e.classList.contains("finding")) found++;
      if (fits && e.classList.contains("variable")) named++;
    }
    const all = found === findings.length && named === variables.length;
    shown.textContent = all ? "" : `${found} of ${findings.length} findings, ${named} of ${variables.length} variables shown`;
  }

  function open() {
    let id = "";
    try { id = decodeURIComponent(location.hash.slice(1)); } catch { return; }
    const part = id && document.getElementById(id);
    if (!part) return;
    if (part.hasAttribute("data-hidden")) {
      search.value = "";
      apply();
    }
    if (part.tagName === "DETAILS") part.open = true;
    part.scrollIntoView();
  }

  let waiting = 0;
  search.addEventListener("input", () => {
    cancelAnimationFrame(waiting);
    waiting = requestAnimationFrame(apply);
  });
  for (const f of [...levels, ...filters]) f.addEventListener("change", apply);
  addEventListener("hashchange", open);
  addEventListener("keydown", (e) => {
    if (e.key === "/" && !/^(INPUT|SELECT|TEXTAREA)$/.test(document.activeElement.tagName)) {
      e.preventDefault();
      search.focus();
    } else if (e.key === "Escape" && search.value) {
      search.value = "";
      apply();
    }
  });
  addEventListener("beforeprint", () => { for (const v of variables) if (!v.hasAttribute("data-hidden")) v.open = true; });
  apply();
  open();
})();
