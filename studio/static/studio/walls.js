// A room's sheet as a drawing: the house on a compass rose, and its four walls from inside, on which windows are drawn,
// moved and sized. It only writes into the fields of the sheet, which do the same without it.
(() => {
  "use strict";

  const SVG = "http://www.w3.org/2000/svg", WALLS = ["north", "east", "south", "west"], TO = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, "'": 0.3048, in: 0.0254, '"': 0.0254 };
  const LEAST = 0.1, NUDGE = 0.05, SCALE = 100;

  function element(name, attributes, inside = []) {
    const made = document.createElementNS(SVG, name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, value));
    inside.forEach((one) => made.append(one));
    return made;
  }

  function metres(text, unit) {
    const parts = [...String(text).trim().matchAll(/(-?\d+(?:[.,]\d+)?)\s*(mm|cm|m|ft|in|'|")?/g)];
    if (!parts.length) return null;
    return parts.reduce((sum, [, figure, own]) => sum + Number(figure.replace(",", ".")) * TO[own || unit], 0);
  }

  function begin(figure) {
    if (figure.firstElementChild) return;
    const form = figure.closest("form"), unit = figure.dataset.unit;
    const field = (name) => form.elements.namedItem(name);
    const read = (name) => { const one = field(name); return one && one.value.trim() ? metres(one.value, unit) : null; };
    const write = (name, value) => { const one = field(name); if (one) one.value = unit === "ft" ? `${(value / TO.ft).toFixed(2)} ft` : `${value.toFixed(2)} m`; };
    const size = () => ({ width: read("width") || 4, depth: read("depth") || 4, height: read("height") || 2.5 });
    const mirrored = (wall) => wall === "east" || wall === "south"; // from inside, their west or south end is on the right
    const lengthOf = (wall) => { const { width, depth } = size(); return wall === "north" || wall === "south" ? width : depth; };

    function windows() {
      const count = Number(field("windows-rows").value), found = [];
      for (let i = 0; i < count; i += 1) {
        const wall = field(`windows-${i}-wall`), w = read(`windows-${i}-width`), h = read(`windows-${i}-height`);
        if (wall && WALLS.includes(wall.value) && w && h) {
          const sill = read(`windows-${i}-sill`);
          found.push({ i, wall: wall.value, width: w, height: h, sill: sill === null ? 0.9 : sill, along: read(`windows-${i}-along`) });
        }
      }
      WALLS.forEach((wall) => {
        const spread = found.filter((one) => one.wall === wall && one.along === null);
        spread.forEach((one, place) => { one.along = (lengthOf(wall) * (place + 0.5)) / spread.length; });
      });
      return found;
    }

    function keep(i, wall, box) {
      const long = lengthOf(wall), { height: high } = size();
      const width = Math.min(Math.max(box.width, LEAST), long), height = Math.min(Math.max(box.height, LEAST), high);
      field(`windows-${i}-wall`).value = wall;
      write(`windows-${i}-width`, width); write(`windows-${i}-height`, height);
      write(`windows-${i}-sill`, Math.min(Math.max(box.sill, 0), high - height));
      write(`windows-${i}-along`, Math.min(Math.max(box.along, width / 2), long - width / 2));
    }

    // --- the rose ---

    const turn = () => Number((field("rotation_deg").value || "0").replace(",", ".")) || 0;
    const rose = element("svg", { viewBox: "-100 -100 200 200", class: "block h-auto w-full touch-none", "data-rose": "" });

    function drawRose() {
      const { width, depth } = size(), most = 52 / Math.max(width, depth), degrees = turn();
      const points = ["N", "E", "S", "W"].map((name, i) => {
        const angle = (i * Math.PI) / 2;
        const text = element("text", { x: 88 * Math.sin(angle), y: 4 - 88 * Math.cos(angle), "text-anchor": "middle", "font-size": 12, fill: "currentColor" });
        text.textContent = name;
        return text;
      });
      const house = element("g", { transform: `rotate(${degrees})` }, [
        element("rect", { x: -width * most, y: -depth * most, width: 2 * width * most, height: 2 * depth * most, fill: "#fff", stroke: "#161616", "stroke-width": 1.5 }),
        ...windows().map((one) => {
          const along = one.along * 2 * most, half = one.width * most, [w, d] = [width * most, depth * most];
          const [x, y, dx, dy] = { north: [along - w, -d, half, 0], south: [along - w, d, half, 0], east: [w, d - along, 0, half], west: [-w, d - along, 0, half] }[one.wall];
          return element("line", { x1: x - dx, y1: y - dy, x2: x + dx, y2: y + dy, stroke: "#161616", "stroke-width": 5 });
        }),
        element("line", { x1: 0, y1: 0, x2: 0, y2: -72, stroke: "#161616", "stroke-dasharray": "3 3" }),
      ]);
      const knob = element("circle", {
        cx: 72 * Math.sin((degrees * Math.PI) / 180), cy: -72 * Math.cos((degrees * Math.PI) / 180), r: 9, fill: "#fff", stroke: "#161616", "stroke-width": 2, cursor: "grab",
        tabindex: 0, role: "slider", "aria-label": figure.dataset.turnLabel, "aria-valuemin": -180, "aria-valuemax": 180, "aria-valuenow": Math.round(degrees), "data-knob": "",
      });
      const focused = document.activeElement && document.activeElement.hasAttribute("data-knob");
      rose.replaceChildren(element("circle", { r: 72, fill: "none", stroke: "#8a8a8a" }), ...points, house, knob);
      if (focused) knob.focus();
    }

    const turned = (degrees) => { field("rotation_deg").value = String(((Math.round(degrees) + 540) % 360) - 180); drawRose(); };
    let turning = false;
    rose.addEventListener("pointerdown", (event) => { turning = true; rose.setPointerCapture(event.pointerId); });
    rose.addEventListener("pointermove", (event) => {
      if (!turning) return;
      const box = rose.getBoundingClientRect();
      const degrees = (Math.atan2(event.clientX - box.left - box.width / 2, box.top + box.height / 2 - event.clientY) * 180) / Math.PI;
      turned(event.shiftKey ? degrees : Math.round(degrees / 5) * 5);
    });
    ["pointerup", "pointercancel"].forEach((end) => rose.addEventListener(end, () => { turning = false; }));
    rose.addEventListener("keydown", (event) => {
      const by = { ArrowRight: 5, ArrowUp: 5, ArrowLeft: -5, ArrowDown: -5 }[event.key];
      if (!by) return;
      event.preventDefault(); event.stopPropagation();
      turned(turn() + (event.shiftKey ? by / 5 : by));
    });

    // --- the walls ---

    const boxes = {}; // all walls in one scale: each as wide as its part of their whole length
    const sheets = Object.fromEntries(WALLS.map((wall) => [wall, element("svg", { class: "block h-auto w-full touch-none", "data-wall": wall })]));
    let drawn = null;

    function place(wall, event) {
      const box = sheets[wall].getBoundingClientRect(), long = lengthOf(wall), { height } = size();
      const x = ((event.clientX - box.left) / box.width) * long, y = ((box.bottom - event.clientY) / box.height) * height;
      return { along: mirrored(wall) ? long - x : x, up: y };
    }

    function drawWall(wall, all) {
      const long = lengthOf(wall), { height } = size(), svg = sheets[wall];
      svg.setAttribute("viewBox", `0 0 ${long * SCALE} ${height * SCALE}`);
      const shown = all.filter((one) => one.wall === wall), focused = document.activeElement && document.activeElement.dataset.window;
      const shape = (one, more) => {
        const middle = mirrored(wall) ? long - one.along : one.along;
        return element("rect", { x: (middle - one.width / 2) * SCALE, y: (height - one.sill - one.height) * SCALE, width: one.width * SCALE, height: one.height * SCALE, fill: "#f1f1f1", stroke: "#161616", "stroke-width": 2, ...more });
      };
      svg.replaceChildren(
        element("rect", { width: long * SCALE, height: height * SCALE, fill: "#fff", stroke: "#8a8a8a", "stroke-width": 3, cursor: "crosshair" }),
        ...shown.map((one) => shape(one, {
          cursor: "move", tabindex: 0, role: "button", "data-window": one.i,
          "aria-label": `${figure.dataset.windowLabel} ${one.i + 1}: ${wall}, ${one.width.toFixed(2)} × ${one.height.toFixed(2)} m`,
        })),
        ...shown.map((one) => {
          const middle = mirrored(wall) ? long - one.along : one.along;
          return element("rect", { x: (middle + one.width / 2) * SCALE - 9, y: (height - one.sill - one.height) * SCALE - 9, width: 18, height: 18, fill: "#161616", cursor: "nesw-resize", "data-corner": one.i });
        }),
        ...(drawn && drawn.wall === wall && drawn.box ? [shape(drawn.box, { "stroke-dasharray": "8 6", "pointer-events": "none" })] : []),
      );
      const same = focused === undefined ? null : svg.querySelector(`[data-window="${focused}"]`);
      if (same) same.focus();
    }

    function draw() {
      const all = windows();
      drawRose();
      WALLS.forEach((wall) => { boxes[wall].style.flex = `${lengthOf(wall)} 1 120px`; drawWall(wall, all); });
    }

    function spanned(from, to) {
      return { along: (from.along + to.along) / 2, width: Math.abs(to.along - from.along), sill: Math.max(0, Math.min(from.up, to.up)), height: Math.abs(to.up - from.up) };
    }

    function emptyRow() {
      const count = Number(field("windows-rows").value);
      for (let i = 0; i < count; i += 1) if (!field(`windows-${i}-width`).value.trim() && !field(`windows-${i}-height`).value.trim()) return i;
      return null;
    }

    function add(wall, box) {
      const i = emptyRow();
      if (i !== null) { keep(i, wall, box); draw(); return; }
      waiting = { wall, box };
      form.querySelector("button[name=more][value=windows]").click();
    }

    WALLS.forEach((wall) => {
      const svg = sheets[wall];
      svg.addEventListener("pointerdown", (event) => {
        if (event.button) return;
        const at = place(wall, event), on = event.target.dataset;
        const one = windows().find((each) => String(each.i) === (on.window || on.corner));
        drawn = { wall, from: at, one, sizing: on.corner !== undefined };
        svg.setPointerCapture(event.pointerId);
        if (one && !drawn.sizing) event.target.focus();
      });
      svg.addEventListener("pointermove", (event) => {
        if (!drawn || drawn.wall !== wall) return;
        const at = place(wall, event), { one, from } = drawn;
        if (!one) drawn.box = spanned(from, at);
        else if (drawn.sizing) {
          const inner = mirrored(wall) ? one.along + one.width / 2 : one.along - one.width / 2;
          keep(one.i, wall, spanned({ along: inner, up: one.sill }, { along: at.along, up: Math.max(at.up, one.sill + LEAST) }));
        } else keep(one.i, wall, { ...one, along: one.along + at.along - from.along, sill: one.sill + at.up - from.up });
        draw();
      });
      ["pointerup", "pointercancel"].forEach((end) => svg.addEventListener(end, () => {
        const made = drawn;
        drawn = null;
        if (made && !made.one && made.box && made.box.width >= LEAST && made.box.height >= LEAST && end === "pointerup") add(wall, made.box);
        else draw();
      }));
      svg.addEventListener("keydown", (event) => {
        const one = windows().find((each) => String(each.i) === event.target.dataset.window);
        if (!one) return;
        const side = mirrored(wall) ? -NUDGE : NUDGE;
        const by = { ArrowRight: [side, 0], ArrowLeft: [-side, 0], ArrowUp: [0, NUDGE], ArrowDown: [0, -NUDGE] }[event.key];
        if (event.key === "Delete" || event.key === "Backspace") ["width", "height"].forEach((name) => { field(`windows-${one.i}-${name}`).value = ""; });
        else if (by && event.shiftKey) keep(one.i, wall, { ...one, width: one.width + (by[0] / side) * NUDGE, height: one.height + by[1] });
        else if (by) keep(one.i, wall, { ...one, along: one.along + by[0], sill: one.sill + by[1] });
        else return;
        event.preventDefault(); event.stopPropagation();
        draw();
      });
    });

    const compass = document.createElement("div");
    compass.className = "phone:max-w-45";
    compass.append(rose);
    figure.append(compass);
    const all = document.createElement("div");
    all.className = "flex flex-wrap gap-x-4 gap-y-2.5";
    WALLS.forEach((wall) => {
      const box = document.createElement("div"), name = document.createElement("p");
      name.className = "text-sm text-soft";
      name.textContent = figure.dataset[wall];
      box.append(sheets[wall], name);
      boxes[wall] = box;
      all.append(box);
    });
    figure.append(all);
    form.addEventListener("input", draw);
    form.addEventListener("change", draw);
    if (waiting && emptyRow() !== null) { keep(emptyRow(), waiting.wall, waiting.box); waiting = null; }
    draw();
  }

  let waiting = null; // a window that was drawn while the sheet had no empty row for it
  const all = () => document.querySelectorAll("[data-drawn-walls]").forEach(begin);
  document.addEventListener("htmx:load", all);
  if (document.readyState === "loading") document.addEventListener("DOMContentLoaded", all); else all();
})();
