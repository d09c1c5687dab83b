// Viewings are moved in the calendar by dragging and by keys. Without this script each has a form for it.
(() => {
  "use strict";

  const BY = {
    ArrowLeft: { days: -1 },
    ArrowRight: { days: 1 },
    ArrowUp: { minutes: -30 },
    ArrowDown: { minutes: 30 },
  };

  function move(slot, values) {
    const target = document.getElementById("weeks");
    window.htmx.ajax("POST", slot.dataset.move, { target, swap: "outerHTML", values: { from: target.dataset.from, ...values } });
  }

  window.dragged(".slot[data-move]", "move", ".day-cell:not(.past)", (slot, cell) => move(slot, { day: cell.dataset.day }));
  document.addEventListener("keydown", (event) => {
    const slot = event.target.closest(".slot[data-move]");
    if (!slot || !event.shiftKey || !BY[event.key] || !event.target.matches("a")) return;
    event.preventDefault();
    move(slot, BY[event.key]);
  });
})();
