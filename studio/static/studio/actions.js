// One key opens a list of everything that can be done on this screen, found by typing, the recent ones first.
(() => {
  "use strict";

  const RECENT = "acts";
  const MOST = 40;
  const dialog = document.getElementById("acts");
  if (!dialog) return;
  const field = dialog.querySelector("input");
  const list = dialog.querySelector("[role=listbox]");
  let all = [];
  let at = 0;

  const recent = () => JSON.parse(localStorage.getItem(RECENT) || "[]");
  const shown = (element) => element.offsetParent !== null && !element.closest("dialog") && !element.disabled;

  // what an act is called, as a screen reader would say it, and its key, which stands in brackets in its title
  function named(element) {
    const box = element.matches("input") ? element.closest("label") || element : element;
    const hint = (element.title || box.title || "").match(/^(.*?)(?: \(([^()]{1,8})\))?$/);
    const own = (element.getAttribute("aria-label") || box.innerText || "").replace(/\s+/g, " ").trim();
    const extra = Array.from(box.querySelectorAll(".sr-only"), (one) => one.textContent.trim()).join(" ");
    const said = own || extra || (hint ? hint[1] : "");
    return { said: said.slice(0, 80), key: hint && hint[2] ? hint[2] : "" };
  }

  function gather() {
    const found = new Map();
    const here = ["main button, main summary, .wall-tools input", "main a[href]", "header a[href], header button"];
    for (const element of here.flatMap((css) => Array.from(document.querySelectorAll(css)))) {
      if (!shown(element)) continue;
      const { said, key } = named(element);
      if (said.length > 1 && !found.has(said)) found.set(said, { said, key, element });
    }
    const last = recent();
    const rank = (one) => (last.includes(one.said) ? last.indexOf(one.said) : last.length);
    return Array.from(found.values()).sort((one, other) => rank(one) - rank(other));
  }

  function draw() {
    const words = field.value.toLowerCase().split(/\s+/).filter(Boolean);
    const fitting = all.filter((one) => words.every((word) => one.said.toLowerCase().includes(word))).slice(0, MOST);
    at = Math.min(at, Math.max(fitting.length - 1, 0));
    list.replaceChildren(
      ...fitting.map((one, i) => {
        const item = document.createElement("li");
        item.id = `act-${i}`;
        item.setAttribute("role", "option");
        item.setAttribute("aria-selected", String(i === at));
        item.append(Object.assign(document.createElement("span"), { textContent: one.said }));
        if (one.key) item.append(Object.assign(document.createElement("kbd"), { textContent: one.key }));
        item.addEventListener("click", () => run(one));
        return item;
      }),
    );
    dialog.querySelector(".empty").hidden = fitting.length > 0;
    field.setAttribute("aria-activedescendant", fitting.length ? `act-${at}` : "");
    const current = list.children[at];
    if (current) current.scrollIntoView({ block: "nearest" });
    return fitting;
  }

  function run(one) {
    localStorage.setItem(RECENT, JSON.stringify([one.said, ...recent().filter((said) => said !== one.said)].slice(0, 12)));
    dialog.close();
    one.element.focus();
    one.element.click();
  }

  function open() {
    all = gather();
    at = 0;
    field.value = "";
    dialog.showModal();
    draw();
    field.focus();
  }

  field.addEventListener("input", () => {
    at = 0;
    draw();
  });
  field.addEventListener("keydown", (event) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      event.preventDefault();
      at = Math.max(0, at + step);
      draw();
    } else if (event.key === "Escape") {
      event.preventDefault();
      dialog.close();
    } else if (event.key === "Enter") {
      event.preventDefault();
      const fitting = draw();
      if (fitting[at]) run(fitting[at]);
    }
  });
  document.addEventListener("openActs", open);
})();
