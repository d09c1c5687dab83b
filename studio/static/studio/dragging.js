// What is moved by dragging: the boards of the wall, the colours of a shortlist, the viewings of a calendar, undertones
// that are put to boards. Keys and fields do it too.
(() => {
  "use strict";

  // lets what fits `from`, carrying that of its data, be dropped onto another place that fits `onto`
  window.dragged = (from, carried, onto, dropped) => {
    let held = null;
    const closest = (event, css) => (event.target.closest ? event.target.closest(css) : null);
    const place = (event) => {
      const over = held && closest(event, onto);
      return over === held ? null : over;
    };
    const clear = () => document.querySelectorAll(".over").forEach((one) => one.matches(onto) && one.classList.remove("over"));
    document.addEventListener("dragstart", (event) => {
      held = closest(event, from);
      if (!held) return;
      held.classList.add("dragging");
      event.dataTransfer.effectAllowed = "move";
      event.dataTransfer.setData("text/plain", held.dataset[carried]);
    });
    document.addEventListener("dragover", (event) => {
      clear();
      const over = place(event);
      if (!over) return;
      event.preventDefault();
      over.classList.add("over");
    });
    document.addEventListener("drop", (event) => {
      clear();
      const over = place(event);
      if (!over) return;
      event.preventDefault();
      dropped(held, over);
    });
    document.addEventListener("dragend", () => {
      clear();
      if (held) held.classList.remove("dragging");
      held = null;
    });
  };

  // the wall arranged by hand: by keys, and by dragging one board onto another
  function arrange(colour, values) {
    const wall = document.querySelector("#review");
    if (!wall) return;
    window.htmx.ajax("POST", wall.dataset.arrange, { source: wall, target: wall, swap: "outerHTML show:none", values: { colour, ...values } });
  }
  document.addEventListener("moveBoard", (event) => {
    const board = document.activeElement.closest && document.activeElement.closest("a.board");
    const current = board || document.querySelector(".set a.board[aria-current]");
    if (current) arrange(current.dataset.colour, { by: event.detail });
  });
  window.dragged(".set a.board", "colour", ".set a.board", (board, over) => {
    const others = Array.from(document.querySelectorAll(".set a.board")).filter((one) => one !== board);
    arrange(board.dataset.colour, { to: others.indexOf(over) });
  });

  // the shortlist: a row dragged onto another takes its place
  window.dragged("tr[data-listed]", "listed", "tr[data-listed]", (row, over) => {
    const place = row.querySelector("select[name=to]");
    place.value = over.querySelector("select[name=to]").value;
    place.dispatchEvent(new Event("change", { bubbles: true }));
  });

  // undertones that are paired with boards: a word dragged onto a board
  window.dragged(".chip[data-word]", "word", ".training-board[data-board]", (word, board) => {
    const form = board.closest("form");
    form.elements.of.value = word.dataset.word;
    form.requestSubmit(board);
  });
})();
