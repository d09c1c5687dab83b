// Single keys, which the account can switch off, and the keys by which what is seen is answered.
import { clearFound, walkFound } from "./found.js";
import { meanings } from "./meanings.js";
import { $, typing } from "./page.js";
import { fill } from "./wall.js";

const boards = () => Array.from(document.querySelectorAll(".set a.board"));

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
