// Keys, dialogs and file drops. Everything here also works without it, by links and forms.
(() => {
  "use strict";

  document.documentElement.classList.add("js");
  const $ = (selector) => document.querySelector(selector);
  const typing = (target) => target.matches("input:not([type=radio]):not([type=checkbox]), textarea, select");
  const boards = () => Array.from(document.querySelectorAll(".set a.board"));

  // a number as its reader writes it
  const written = (value) => value.toFixed(1).replace(".", document.body.dataset.decimal);

  function flip(id) {
    const box = document.getElementById(id);
    if (box) box.click();
  }

  function nextOf(css) {
    const all = Array.from(document.querySelectorAll(css));
    const at = all.findIndex((input) => input.checked);
    if (all.length) all[(at + 1) % all.length].click();
  }
  const nextSurround = () => nextOf(".surrounds input");

  function nextOrder() {
    const order = $("#order");
    if (!order) return;
    order.selectedIndex = (order.selectedIndex + 1) % order.options.length;
    order.dispatchEvent(new Event("change", { bubbles: true }));
  }

  // the boards fill the screen until the key is pressed again, or Escape
  function fill() {
    if (!$(".wall")) return;
    document.body.classList.toggle("filled");
    document.body.classList.remove("true-size");
  }

  function nextBoard(by) {
    const all = boards();
    if (!all.length) return;
    const focused = all.indexOf(document.activeElement);
    const at = focused >= 0 ? focused : all.findIndex((board) => board.hasAttribute("aria-current"));
    const next = all[(at + by + all.length) % all.length];
    next.focus();
    next.click();
  }

  // what is seen is answered from the home row: f agrees, d opens the directions, which have a key each
  function agree() {
    const button = $("#agree");
    if (button) button.click();
  }
  function answerElse() {
    const box = $("#else");
    if (box) box.open = true;
    const first = $(".see [data-key]");
    if (first) first.focus();
  }
  function seenKey(event) {
    const form = event.target.closest(".see");
    if (!form || typing(event.target)) return false;
    const box = Array.from(form.querySelectorAll("[data-key]")).find((one) => one.dataset.key === event.key);
    if (box) box.click();
    else if (event.key === "Enter" && !event.target.matches("button")) form.querySelector("#see-send").click();
    else return false;
    return true;
  }

  // of what the words mean, those that stand on this screen
  async function meanings() {
    const body = $("#meanings-body");
    if (!body) return;
    if (!body.children.length) {
      const answer = await fetch(body.dataset.from);
      if (answer.ok) body.innerHTML = await answer.text();
    }
    const text = $("main").innerText.toLowerCase();
    const stands = (term) => new RegExp(`(?<![a-z])${term.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}(?:s|es)?(?![a-z])`).test(text);
    let shown = 0;
    for (const row of body.querySelectorAll("[data-term]")) {
      row.hidden = !row.dataset.term.split(",").some((term) => stands(term.trim()));
      shown += !row.hidden;
    }
    const none = body.querySelector(".empty");
    if (none) none.hidden = shown > 0;
    $("#meanings").showModal();
  }

  const keys = {
    f: agree,
    d: answerElse,
    j: () => nextBoard(1),
    k: () => nextBoard(-1),
    "/": () => $("#find") && $("#find").focus(),
    h: meanings,
    "?": () => $("#keys") && $("#keys").showModal(),
    a: () => document.dispatchEvent(new Event("openActs")),
    s: nextSurround,
    n: () => flip("names"),
    w: () => flip("withhold"),
    b: () => flip("blind"),
    p: () => flip("pin"),
    x: () => flip("swap"),
    Delete: () => flip("away"),
    v: () => nextOf(".views input"),
    o: nextOrder,
    z: fill,
    t: () => window.trueSize && window.trueSize(),
    e: () => flip("edge"),
    i: () => flip("save-picture"),
    ArrowRight: () => nextBoard(1),
    ArrowDown: () => nextBoard(1),
    ArrowLeft: () => nextBoard(-1),
    ArrowUp: () => nextBoard(-1),
  };
  for (const digit of "123456789") keys[digit] = () => flip(`step-${digit}`);

  function clearFound() {
    const found = $(".finder .found");
    if (found) found.replaceChildren();
  }

  // what was found is walked by the arrow keys, from the field downwards
  const acts = () => Array.from(document.querySelectorAll("#found .results li, main > .sheet .results li"), (row) => row.querySelector("a, button")).filter(Boolean);
  function walkFound(event) {
    const down = event.key === "ArrowDown";
    if (!down && event.key !== "ArrowUp") return false;
    const all = acts();
    const at = all.findIndex((act) => act.closest("li").contains(event.target));
    const field = event.target.matches("[type=search]");
    if (!all.length || (at < 0 && !field)) return false;
    const next = at < 0 ? (down ? 0 : all.length - 1) : at + (down ? 1 : -1);
    if (next < 0 && $("#find")) $("#find").focus();
    else if (all[next]) all[next].focus();
    return true;
  }

  document.addEventListener("keydown", (event) => {
    if (!event.ctrlKey && !event.metaKey && !event.altKey && (seenKey(event) || walkFound(event))) {
      event.preventDefault();
      return;
    }
    if (event.key === "Escape") {
      clearFound();
      document.body.classList.remove("filled");
    }
    if (event.shiftKey && event.key.startsWith("Arrow") && boards().length && !typing(event.target)) {
      event.preventDefault();
      document.dispatchEvent(new CustomEvent("moveBoard", { detail: event.key === "ArrowRight" || event.key === "ArrowDown" ? "later" : "earlier" }));
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || $("dialog[open]")) return;
    const act = keys[event.key];
    const radio = event.target.matches("input[type=radio]") && event.key.startsWith("Arrow");
    if (!act || typing(event.target) || radio) return;
    if (event.key.length === 1 && document.body.dataset.keys === "off") return; // the account says so
    if (/^[1-9]$/.test(event.key) && !document.getElementById(`step-${event.key}`)) return;
    if (event.key.startsWith("Arrow") && !boards().length) return;
    event.preventDefault();
    act();
  });
  document.addEventListener("click", (event) => {
    if (!event.target.closest(".finder")) clearFound();
  });

  // the wall changes at once; the server keeps it a moment later
  document.addEventListener("change", (event) => {
    const wall = $(".wall");
    if (wall && event.target.name === "surround") wall.dataset.surround = event.target.value;
    if (wall && event.target.id === "edge") wall.classList.toggle("edge-on", event.target.checked);
  });

  // only the newest answer to typing counts, and trouble is said
  const trouble = (text) => {
    const place = $("#trouble");
    place.textContent = text;
    place.hidden = !text;
  };

  // signed out meanwhile: what was written stays, the door opens beside it, and what was refused is sent again
  const refused = [];
  async function askToSignIn() {
    const door = $("#again");
    if (!door || door.open) return;
    const answer = await fetch(door.dataset.door, { headers: { "HX-Request": "true" } });
    $("#again-body").innerHTML = await answer.text();
    window.htmx.process($("#again-body"));
    door.showModal();
  }
  document.addEventListener("signedIn", (event) => {
    const { token } = event.detail;
    document.body.setAttribute("hx-headers", JSON.stringify({ "X-CSRFToken": token }));
    document.querySelectorAll("[name=csrfmiddlewaretoken]").forEach((input) => { input.value = token; });
    $("#again").close();
    // the focus comes back by itself, the caret does not
    const writing = document.activeElement;
    writing.blur();
    writing.focus();
    trouble("");
    for (const { verb, path, elt, target, swap, values } of refused.splice(0)) {
      window.htmx.ajax(verb.toUpperCase(), path, { source: elt, target, swap, values: { ...values, csrfmiddlewaretoken: token } });
    }
  });

  document.addEventListener("htmx:sendError", () => trouble("No answer from the studio: what you just did is not saved yet. It is still on the screen; try again in a moment."));
  document.addEventListener("htmx:responseError", (event) => {
    if (event.detail.xhr.status !== 401) {
      trouble(`The studio could not do that (${event.detail.xhr.status}). Reload the page and try again.`);
      return;
    }
    const { verb, path, elt, target, parameters } = event.detail.requestConfig;
    if (verb !== "get") {
      const swap = elt.getAttribute("hx-swap") || "outerHTML show:none";
      refused.push({ verb, path, elt, target, swap, values: parameters });
    }
    askToSignIn();
  });
  document.addEventListener("htmx:afterRequest", (event) => event.detail.successful && trouble(""));
  // on narrow screens the path is a strip: keep the current step in view
  function showStep() {
    const step = $(".path [aria-current]");
    const strip = step && step.closest("ol");
    if (strip) strip.scrollLeft = step.offsetLeft - strip.offsetLeft - 16;
  }
  showStep();
  document.addEventListener("htmx:afterSettle", () => {
    showStep();
    const open = $("dialog[data-open]");
    if (open && !open.open) open.showModal();
  });
  // focus stays where the person was: htmx finds again what has an id, this what is the same link, button or field
  const alike = (one) => one.tagName + ["href", "name", "value", "type"].map((name) => one.getAttribute(name) || "").join(" ");
  let left = null;
  document.addEventListener("htmx:beforeSwap", (event) => {
    const one = document.activeElement;
    if (!one || one === document.body || one.id || !event.detail.target.contains(one)) return;
    const same = Array.from(document.querySelectorAll(one.tagName)).filter((other) => alike(other) === alike(one));
    left = { tag: one.tagName, like: alike(one), at: same.indexOf(one) };
  });
  document.addEventListener("htmx:afterSettle", () => {
    if (left && document.activeElement === document.body) {
      const same = Array.from(document.querySelectorAll(left.tag)).filter((other) => alike(other) === left.like);
      const one = same[left.at] || same[0] || $("#main");
      if (one) one.focus({ preventScroll: true });
    }
    left = null;
  });
  // writing: only what changed is sent, with the version it was begun from
  const texts = (form) => Array.from(form.querySelectorAll("textarea, input:not([type=hidden])")).filter((field) => field.name);
  const kept = (field) => (field.dataset.kept === undefined ? field.defaultValue : field.dataset.kept);
  const seen = (form, field) => form.querySelector(`[name="seen-${field.name}"]`);
  const changed = (form) => texts(form).filter((field) => field.value !== kept(field));

  document.addEventListener("htmx:configRequest", (event) => {
    const form = event.detail.elt;
    if (!form.matches || !form.matches("form.writing")) return;
    const fields = changed(form);
    if (!fields.length) {
      event.preventDefault();
      return;
    }
    const { parameters } = event.detail;
    for (const field of texts(form)) {
      if (fields.includes(field)) continue;
      delete parameters[field.name];
      delete parameters[`seen-${field.name}`];
    }
    form.sent = Object.fromEntries(fields.map((field) => [field.name, field.value]));
  });
  document.addEventListener("htmx:afterSwap", (event) => {
    const saved = event.detail.target && event.detail.target.id === "saved" ? $("#saved") : null;
    const form = saved && saved.closest("form.writing");
    if (!form || !form.sent) return;
    const conflicts = new Set(Array.from(saved.querySelectorAll(".conflict"), (one) => one.dataset.field));
    for (const field of texts(form)) {
      if (!(field.name in form.sent) || conflicts.has(field.name) || event.detail.xhr.status >= 400) continue;
      field.dataset.kept = form.sent[field.name];
      if (seen(form, field)) seen(form, field).value = saved.dataset[field.name];
    }
    const shown = saved.querySelector(".conflict");
    if (shown) shown.scrollIntoView({ block: "nearest" });
  });
  window.addEventListener("beforeunload", () => {
    const form = $("form.writing");
    const fields = form ? changed(form) : [];
    if (!fields.length) return;
    const data = new FormData();
    data.append("csrfmiddlewaretoken", form.querySelector("[name=csrfmiddlewaretoken]").value);
    for (const field of fields) {
      data.append(field.name, field.value);
      if (seen(form, field)) data.append(`seen-${field.name}`, seen(form, field).value);
    }
    navigator.sendBeacon(form.action, data);
  });

  // a deck's file that is dropped anywhere on a page that takes decks is looked at at once
  const taking = () => $("form[data-drop-deck]");
  const holdsFile = (event) => taking() && event.dataTransfer && event.dataTransfer.types.includes("Files");
  document.addEventListener("dragover", (event) => {
    if (!holdsFile(event)) return;
    event.preventDefault();
    document.body.classList.add("dropping");
  });
  document.addEventListener("dragleave", (event) => !event.relatedTarget && document.body.classList.remove("dropping"));
  document.addEventListener("drop", (event) => {
    document.body.classList.remove("dropping");
    if (!holdsFile(event) || event.defaultPrevented) return;
    event.preventDefault();
    const form = taking();
    form.elements.file.files = event.dataTransfer.files;
    form.requestSubmit();
  });

  const LIMIT = 1_000_000;

  document.addEventListener("alpine:init", () => {
    window.Alpine.data("studio", () => ({
      foldTools() { document.body.classList.toggle("tools-open"); },
      meanings,
      openKeys() { $("#keys").showModal(); },
      openBasis() { $("#basis").showModal(); },
      closeBasis() { $("#basis").close(); },
      print() { window.print(); },
      fill,
      trueSize() { window.trueSize(); },
    }));

    // the strength under the slider is written into its field, where it can be typed too
    window.Alpine.data("slide", () => ({
      move() {
        const percent = Number(this.$el.value);
        const points = this.$el.dataset.curve.split(" ").map((pair) => pair.split(":").map(Number));
        const at = Math.max(1, points.findIndex((point) => point[0] >= percent));
        const [[p0, y0], [p1, y1]] = [points[at - 1], points[at]];
        const lrv = y0 + ((y1 - y0) * (percent - p0)) / (p1 - p0);
        const trim = Number(this.$el.dataset.trim);
        $("#percent").value = percent;
        this.$el.form.elements.touched.value = "percent";
        $("#slid").textContent = `LRV ${written(lrv)}${trim ? `, gap to the clean white ${written(trim - lrv)}` : ""}`;
      },
    }));

    // of several fields that ask for a strength the one that was touched last rules
    window.Alpine.data("toucher", () => ({
      touch(event) {
        const form = event.target.form;
        form.elements.touched.value = event.target.name === "trim" ? "gap" : event.target.name;
      },
    }));

    // a text that was changed elsewhere: either one stands, or both
    window.Alpine.data("settler", () => ({
      settle() {
        const box = this.$el.closest(".conflict");
        const form = box.closest("form.writing");
        const field = form.elements[box.dataset.field];
        const theirs = box.querySelector(".theirs").textContent;
        const text = { mine: field.value, theirs, both: `${theirs}\n\n${field.value}` }[this.$el.dataset.keep];
        seen(form, field).value = box.dataset.version;
        field.dataset.kept = theirs;
        field.value = text;
        box.remove();
        form.dispatchEvent(new Event("settle"));
      },
    }));

    window.Alpine.data("copier", () => ({
      async copy() {
        const button = this.$el;
        const said = button.textContent;
        try {
          await navigator.clipboard.writeText(button.dataset.text);
          button.textContent = "Copied";
        } catch {
          button.textContent = "Copying is not allowed here";
        }
        setTimeout(() => { button.textContent = said; }, 1600);
      },
    }));

    // a dropped or chosen file is shown as text, so that it can be mended in place
    window.Alpine.data("intake", () => ({
      over() { this.$el.classList.add("over"); },
      away() { this.$el.classList.remove("over"); },
      drop(event) {
        this.$root.classList.remove("over");
        this.take(event.dataTransfer.files[0]);
      },
      chosen() { this.take(this.$refs.file.files[0]); },
      async take(file) {
        const problem = this.$refs.problem;
        problem.hidden = true;
        if (!file) return;
        if (file.size > LIMIT) {
          problem.textContent = `${file.name}: ${problem.dataset.tooLarge}`;
          problem.hidden = false;
          this.$refs.file.value = "";
          return;
        }
        const bytes = new Uint8Array(await file.arrayBuffer());
        try {
          this.$refs.text.value = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
          this.$refs.file.value = "";
        } catch {
          // not text: leave it to the server to say what is wrong with it
          if (!this.$refs.file.files.length) {
            const carrier = new DataTransfer();
            carrier.items.add(file);
            this.$refs.file.files = carrier.files;
          }
        }
      },
    }));
  });
})();
