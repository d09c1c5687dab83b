// The edges of a method on the scale they cut: boundaries that are moved by keys or dragged, written into the field.
(() => {
  "use strict";

  const round = (value, step) => Number((Math.round(value / step) * step).toFixed(2));

  function listOf(text) {
    return text.split(/[,;]/).map((part) => part.trim()).filter(Boolean);
  }

  function numbersOf(input) {
    return listOf(input.value).map((part) => Number(part.replace("\u2212", "-")));
  }

  // words between the boundaries: round the circle each begins at its own, on a line the first lies before them all
  function build(input) {
    const { cut, low, high, step, words, unit } = input.dataset;
    const [from, to, by] = [Number(low), Number(high), Number(step)];
    const bar = document.createElement("div");
    bar.className = "cut";
    input.before(bar);
    const place = (value) => `${(100 * (value - from)) / (to - from)}%`;

    function write(values) {
      input.value = values.join(", ");
      input.dispatchEvent(new Event("input", { bubbles: true }));
    }

    function move(at, value) {
      const values = numbersOf(input);
      const least = cut === "line" && at > 0 ? values[at - 1] + by : from;
      const most = cut === "line" && at < values.length - 1 ? values[at + 1] - by : to;
      values[at] = round(Math.min(Math.max(value, least), most), by);
      write(values);
      bar.querySelectorAll("button")[at].focus();
    }

    function boundary(value, at, named) {
      const knob = document.createElement("button");
      knob.type = "button";
      knob.setAttribute("role", "slider");
      knob.setAttribute("aria-label", `${named[cut === "line" ? at + 1 : at] || "next"} begins`);
      knob.setAttribute("aria-valuemin", from);
      knob.setAttribute("aria-valuemax", to);
      knob.setAttribute("aria-valuenow", value);
      knob.setAttribute("aria-valuetext", `${value} ${unit}`);
      knob.style.left = place(value);
      knob.addEventListener("keydown", (event) => {
        const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
        if (!way) return;
        event.preventDefault();
        move(at, value + way * by);
      });
      knob.addEventListener("pointerdown", (event) => {
        event.preventDefault();
        knob.focus();
        const box = bar.getBoundingClientRect();
        let to_ = value;
        const drag = (moved) => {
          to_ = from + ((to - from) * (moved.clientX - box.left)) / box.width;
          knob.style.left = place(Math.min(Math.max(to_, from), to));
        };
        document.addEventListener("pointermove", drag);
        document.addEventListener("pointerup", () => {
          document.removeEventListener("pointermove", drag);
          if (to_ !== value) move(at, to_);
        }, { once: true });
      });
      return knob;
    }

    function draw() {
      const values = numbersOf(input);
      const field = document.getElementById(words);
      const named = field ? listOf(field.value) : [];
      bar.replaceChildren();
      if (values.some(Number.isNaN)) return;
      const ends = cut === "line" ? [from, ...values, to] : [...values, values[0]];
      named.forEach((word, i) => {
        if (ends[i + 1] === undefined) return;
        const label = document.createElement("span");
        label.textContent = word;
        label.style.left = place(((ends[i] + (ends[i + 1] < ends[i] ? ends[i + 1] + 360 : ends[i + 1])) / 2) % (cut === "turn" ? 360 : Infinity));
        bar.append(label);
      });
      values.forEach((value, at) => bar.append(boundary(value, at, named)));
    }

    input.addEventListener("input", draw);
    const field = document.getElementById(words);
    if (field) field.addEventListener("input", draw);
    draw();
  }

  document.addEventListener("DOMContentLoaded", () => {
    document.querySelectorAll("input[data-cut]").forEach(build);
    document.querySelectorAll("[data-was]").forEach((input) => {
      const said = document.createElement("span");
      said.className = "was";
      said.textContent = input.dataset.was;
      input.after(said);
    });
  });
})();
