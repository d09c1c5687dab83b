// Viewings are moved in the calendar by dragging and by keys. Without this script each has a form for it.
(() => {
  "use strict";

  const BY = {
    ArrowLeft: { days: -1 },
    ArrowRight: { days: 1 },
    ArrowUp: { minutes: -30 },
    ArrowDown: { minutes: 30 },
  };
  const weeks = () => document.getElementById("weeks");
  let dragged = null;

  function move(slot, values) {
    const target = weeks();
    window.htmx.ajax("POST", slot.dataset.move, { target, swap: "outerHTML", values: { from: target.dataset.from, ...values } });
  }

  const clear = () => document.querySelectorAll(".day-cell.over").forEach((cell) => cell.classList.remove("over"));

  document.addEventListener("dragstart", (event) => {
    dragged = event.target.closest ? event.target.closest("[data-move]") : null;
    if (!dragged) return;
    event.dataTransfer.effectAllowed = "move";
    event.dataTransfer.setData("text/plain", dragged.dataset.move);
  });
  document.addEventListener("dragover", (event) => {
    const cell = dragged && event.target.closest(".day-cell:not(.past)");
    clear();
    if (!cell) return;
    event.preventDefault();
    cell.classList.add("over");
  });
  document.addEventListener("drop", (event) => {
    const cell = dragged && event.target.closest(".day-cell:not(.past)");
    clear();
    if (!cell) return;
    event.preventDefault();
    move(dragged, { day: cell.dataset.day });
  });
  document.addEventListener("dragend", () => {
    clear();
    dragged = null;
  });
  document.addEventListener("keydown", (event) => {
    const slot = event.target.closest(".slot[data-move]");
    if (!slot || !event.shiftKey || !BY[event.key] || !event.target.matches("a")) return;
    event.preventDefault();
    move(slot, BY[event.key]);
  });
})();
