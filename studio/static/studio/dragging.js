// What is put in order by dragging: the boards of the wall, and the colours of a shortlist. Keys and fields do it too.
(() => {
  "use strict";

  // the wall arranged by hand: by keys, and by dragging one board onto another
  function arrange(colour, values) {
    const wall = document.querySelector("#review");
    if (!wall) return;
    window.htmx.ajax("POST", wall.dataset.arrange, { source: wall, target: wall, swap: "outerHTML show:none", values: { colour, ...values } });
  }
  function moveBoard(by) {
    const board = document.activeElement.closest && document.activeElement.closest("a.board");
    const current = board || document.querySelector(".set a.board[aria-current]");
    if (current) arrange(current.dataset.colour, { by });
  }
  let dragged = null;
  document.addEventListener("dragstart", (event) => {
    dragged = event.target.closest && event.target.closest(".set a.board");
    if (!dragged) return;
    dragged.classList.add("dragging");
    event.dataTransfer.effectAllowed = "move";
    event.dataTransfer.setData("text/plain", dragged.dataset.colour);
  });
  document.addEventListener("dragover", (event) => {
    const over = dragged && event.target.closest(".set a.board");
    document.querySelectorAll(".board.over").forEach((board) => board.classList.remove("over"));
    if (!over || over === dragged) return;
    event.preventDefault();
    over.classList.add("over");
  });
  document.addEventListener("drop", (event) => {
    const over = dragged && event.target.closest(".set a.board");
    if (!over || over === dragged) return;
    event.preventDefault();
    const others = Array.from(document.querySelectorAll(".set a.board")).filter((board) => board !== dragged);
    arrange(dragged.dataset.colour, { to: others.indexOf(over) });
  });
  document.addEventListener("dragend", () => {
    document.querySelectorAll(".board.dragging, .board.over").forEach((board) => board.classList.remove("dragging", "over"));
    dragged = null;
  });

  document.addEventListener("moveBoard", (event) => moveBoard(event.detail));

  // the shortlist: a row dragged onto another takes its place
  let listed = null;
  const row = (event) => event.target.closest && event.target.closest("tr[data-listed]");
  document.addEventListener("dragstart", (event) => { listed = row(event); });
  document.addEventListener("dragover", (event) => { if (listed && row(event) && row(event) !== listed) event.preventDefault(); });
  document.addEventListener("drop", (event) => {
    const over = listed && row(event);
    if (!over || over === listed) return;
    event.preventDefault();
    const place = listed.querySelector("select[name=to]");
    place.value = over.querySelector("select[name=to]").value;
    place.dispatchEvent(new Event("change", { bubbles: true }));
  });
  document.addEventListener("dragend", () => { listed = null; });
})();
