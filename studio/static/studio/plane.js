// The undertone plane: marks on a canvas, by pointer, touch and keys. The list beside it holds the same colours.
(() => {
  "use strict";

  const box = document.querySelector("[data-plane]");
  if (!box) return;
  const canvas = box.querySelector("canvas");
  const pen = canvas.getContext("2d");
  const peek = document.getElementById("peek");
  const form = document.querySelector(".filters");
  const SURROUND = "#e9e9e9";
  const BARE = (249 * Math.PI) / 180; // the direction in which paints are rarest: ring labels stand there
  const START = 14; // Lab units from the middle to the nearer edge at first

  let data = null;
  let view = { a: 0, b: 0, reach: START };
  let chosen = -1;
  let asked = 0;

  const scale = () => Math.min(canvas.clientWidth, canvas.clientHeight) / 2 / view.reach;
  const toX = (a) => canvas.clientWidth / 2 + (a - view.a) * scale();
  const toY = (b) => canvas.clientHeight / 2 - (b - view.b) * scale();

  // words stand above the paint, in a narrow halo of the surround
  const labels = [];
  const say = (text, x, y) => labels.push([text, x, y]);
  function writeLabels() {
    pen.font = "12px 'Plex Sans', sans-serif";
    pen.textAlign = "center";
    pen.lineJoin = "round";
    pen.lineWidth = 3.5;
    pen.strokeStyle = SURROUND;
    pen.fillStyle = "#3c3c3c";
    for (const [text, x, y] of labels) {
      pen.strokeText(text, x, y);
      pen.fillText(text, x, y);
    }
    labels.length = 0;
  }

  function frame() {
    const grey = "#bdbdbd";
    pen.lineWidth = 1;
    const far = 4 * view.reach + Math.hypot(view.a, view.b);
    for (const sector of data.sectors) {
      const edge = (sector.edge * Math.PI) / 180;
      pen.strokeStyle = "#dadada";
      line(0, 0, far * Math.cos(edge), far * Math.sin(edge));
      const middle = (sector.middle * Math.PI) / 180;
      const reach = view.reach * 0.93;
      say(sector.word, toX(reach * Math.cos(middle)), toY(reach * Math.sin(middle)) + 4);
    }
    let inner = 0;
    for (const ring of data.rings) {
      const radius = ring.radius === null ? view.reach : ring.radius;
      if (ring.radius !== null) {
        pen.strokeStyle = grey;
        pen.beginPath();
        pen.arc(toX(0), toY(0), radius * scale(), 0, 2 * Math.PI);
        pen.stroke();
      }
      const middle = (radius + inner) / 2;
      if ((radius - inner) * scale() > 18) say(ring.word, toX(middle * Math.cos(BARE)), toY(middle * Math.sin(BARE)) + 4);
      inner = radius;
    }
    ticks();
  }

  function cross() {
    const arm = 6 / scale();
    for (const [colour, width] of [[SURROUND, 4.5], ["#161616", 1.5]]) {
      pen.strokeStyle = colour;
      pen.lineWidth = width;
      line(-arm, 0, arm, 0);
      line(0, -arm, 0, arm);
    }
  }

  // distances from the neutral along both edges, Lab units
  function ticks() {
    const step = [1, 2, 5, 10, 20, 50].find((unit) => unit * scale() > 46) || 100;
    const [width, height] = [canvas.clientWidth, canvas.clientHeight];
    const signed = (value) => (value > 0 ? "+" : value < 0 ? "−" : "") + Math.abs(value);
    for (let a = Math.ceil((view.a - width / 2 / scale()) / step) * step; toX(a) < width - 34; a += step) {
      if (toX(a) > 40) say(signed(a), toX(a), height - 6);
    }
    for (let b = Math.ceil((view.b - height / 2 / scale()) / step) * step; toY(b) > 24; b += step) {
      if (toY(b) < height - 22) say(signed(b), 16, toY(b) + 4);
    }
    say("Δb*", 16, 14);
    say("Δa*", width - 16, height - 6);
  }

  function line(a1, b1, a2, b2) {
    pen.beginPath();
    pen.moveTo(toX(a1), toY(b1));
    pen.lineTo(toX(a2), toY(b2));
    pen.stroke();
  }

  function size() {
    const crowd = data.ids.length;
    const base = crowd > 8000 ? 4 : crowd > 1500 ? 6 : crowd > 300 ? 9 : 12;
    return Math.min(26, base * Math.max(1, Math.sqrt(START / view.reach)));
  }

  function draw() {
    const sharp = window.devicePixelRatio || 1;
    canvas.width = canvas.clientWidth * sharp;
    canvas.height = canvas.clientHeight * sharp;
    pen.setTransform(sharp, 0, 0, sharp, 0, 0);
    pen.fillStyle = SURROUND;
    pen.fillRect(0, 0, canvas.clientWidth, canvas.clientHeight);
    if (!data) return;
    frame();
    const width = size();
    const height = width * 1.4;
    pen.strokeStyle = "rgba(22, 22, 22, 0.55)";
    pen.lineWidth = width > 5 ? 1 : 0.5;
    for (let i = 0; i < data.ids.length; i += 1) {
      const x = toX(data.a[i]);
      const y = toY(data.b[i]);
      if (x < -width || y < -height || x > canvas.clientWidth + width || y > canvas.clientHeight + height) continue;
      mark(i, x, y, width, height);
    }
    cross();
    writeLabels();
    if (chosen >= 0) {
      pen.strokeStyle = "#161616";
      pen.lineWidth = 2.5;
      mark(chosen, toX(data.a[chosen]), toY(data.b[chosen]), width + 6, height + 8);
    }
  }

  function mark(i, x, y, width, height) {
    pen.fillStyle = `#${data.fill.slice(6 * i, 6 * i + 6)}`;
    pen.fillRect(x - width / 2, y - height / 2, width, height);
    pen.strokeRect(x - width / 2, y - height / 2, width, height);
  }

  let waiting = false;
  function redraw() {
    if (waiting) return;
    waiting = true;
    requestAnimationFrame(() => {
      waiting = false;
      draw();
    });
  }

  async function load() {
    asked += 1;
    const mine = asked;
    const wanted = new URLSearchParams(new FormData(form));
    const answer = await fetch(`${box.dataset.plane}?${wanted}`, { headers: { Accept: "application/json" } });
    if (!answer.ok || mine !== asked) return;
    const kept = data && chosen >= 0 ? data.ids[chosen] : null;
    data = await answer.json();
    chosen = data.ids.indexOf(kept);
    document.getElementById("plane-said").textContent = data.said;
    box.dataset.loaded = data.ids.length;
    redraw();
  }

  let peeking = 0;
  function choose(i) {
    if (i === chosen || i < 0) return;
    chosen = i;
    redraw();
    clearTimeout(peeking);
    peeking = setTimeout(() => {
      window.htmx.ajax("GET", box.dataset.peek.replace("/0/", `/${data.ids[i]}/`), { target: peek, swap: "innerHTML" });
    }, 90);
  }

  function nearest(x, y, within) {
    let best = -1;
    let least = within * within;
    for (let i = 0; data && i < data.ids.length; i += 1) {
      const distance = (toX(data.a[i]) - x) ** 2 + (toY(data.b[i]) - y) ** 2;
      if (distance < least) [best, least] = [i, distance];
    }
    return best;
  }

  // the next mark in a direction: near, and rather straight that way than aside
  function step(dx, dy) {
    const from = chosen >= 0 ? [data.a[chosen], data.b[chosen]] : [view.a, view.b];
    let best = -1;
    let least = Infinity;
    for (let i = 0; i < data.ids.length; i += 1) {
      const [a, b] = [data.a[i] - from[0], data.b[i] - from[1]];
      const ahead = a * dx + b * dy;
      if (i === chosen || ahead <= 0.005) continue;
      const cost = ahead + 2.5 * Math.abs(a * dy - b * dx);
      if (cost < least) [best, least] = [i, cost];
    }
    if (best < 0) return;
    choose(best);
    const off = Math.max(Math.abs(data.a[best] - view.a), Math.abs(data.b[best] - view.b));
    if (off > view.reach * 0.9) view = { a: data.a[best], b: data.b[best], reach: view.reach };
  }

  function zoom(by, x = canvas.clientWidth / 2, y = canvas.clientHeight / 2) {
    const a = view.a + (x - canvas.clientWidth / 2) / scale();
    const b = view.b - (y - canvas.clientHeight / 2) / scale();
    const reach = Math.min(160, Math.max(0.4, view.reach * by));
    const share = reach / view.reach;
    view = { a: a + (view.a - a) * share, b: b + (view.b - b) * share, reach };
    redraw();
  }

  function open() {
    if (chosen >= 0) window.location.assign(box.dataset.peek.replace("/0/peek/", `/${data.ids[chosen]}/`));
  }

  function fit() {
    let reach = 1;
    for (let i = 0; data && i < data.ids.length; i += 1) {
      reach = Math.max(reach, Math.abs(data.a[i]), Math.abs(data.b[i]));
    }
    view = { a: 0, b: 0, reach: 1.1 * reach };
    redraw();
  }

  // --- pointer and touch: one drags, two pinch ---
  const held = new Map();
  let moved = 0;
  const place = (event) => {
    const edge = canvas.getBoundingClientRect();
    return [event.clientX - edge.left, event.clientY - edge.top];
  };
  const apart = () => {
    const [one, other] = [...held.values()];
    return Math.hypot(one[0] - other[0], one[1] - other[1]);
  };
  canvas.addEventListener("pointerdown", (event) => {
    canvas.setPointerCapture(event.pointerId);
    held.set(event.pointerId, place(event));
    moved = 0;
  });
  canvas.addEventListener("pointermove", (event) => {
    const [x, y] = place(event);
    if (!held.has(event.pointerId)) {
      choose(nearest(x, y, 16));
      return;
    }
    const [was, before] = [held.get(event.pointerId), held.size === 2 ? apart() : 0];
    held.set(event.pointerId, [x, y]);
    moved += Math.abs(x - was[0]) + Math.abs(y - was[1]);
    if (held.size === 2) {
      zoom(before / Math.max(apart(), 1), x, y);
    } else if (held.size === 1) {
      view.a -= (x - was[0]) / scale();
      view.b += (y - was[1]) / scale();
      redraw();
    }
  });
  const release = (event) => {
    if (!held.delete(event.pointerId) || event.type === "pointercancel" || moved > 6) return;
    const at = nearest(...place(event), 22);
    if (at >= 0 && at === chosen && event.pointerType === "mouse") open();
    else choose(at);
  };
  canvas.addEventListener("pointerup", release);
  canvas.addEventListener("pointercancel", release);
  canvas.addEventListener("wheel", (event) => {
    event.preventDefault();
    zoom(event.deltaY > 0 ? 1.15 : 1 / 1.15, ...place(event));
  }, { passive: false });

  // --- keys ---
  const acts = {
    ArrowRight: () => step(1, 0),
    ArrowLeft: () => step(-1, 0),
    ArrowUp: () => step(0, 1),
    ArrowDown: () => step(0, -1),
    "+": () => zoom(1 / 1.3),
    "=": () => zoom(1 / 1.3),
    "-": () => zoom(1.3),
    0: fit,
    Enter: open,
  };
  canvas.addEventListener("keydown", (event) => {
    const act = acts[event.key];
    if (!act || !data || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    act();
    redraw();
  });
  document.getElementById("plane-fit").addEventListener("click", fit);

  // --- depth: the slider writes the range of LRV that the list is filtered by ---
  const [depth, within, said] = ["depth", "within", "depth-said"].map((id) => document.getElementById(id));
  const [low, high] = ["lrv_low", "lrv_high"].map((name) => form.elements[name]);
  function fromRange() {
    const [from, to] = [Number(low.value || 0), Number(high.value || 100)];
    depth.value = (from + to) / 2;
    const reach = (to - from) / 2;
    within.value = [...within.options].map((o) => o.value).reduce((x, y) => (Math.abs(y - reach) < Math.abs(x - reach) ? y : x));
    said.textContent = `${low.value || 0} to ${high.value || 100}`;
  }
  function toRange() {
    low.value = Math.max(0, Number(depth.value) - Number(within.value));
    high.value = Math.min(100, Number(depth.value) + Number(within.value));
    said.textContent = `${low.value} to ${high.value}`;
    form.dispatchEvent(new Event("change", { bubbles: true }));
  }
  depth.addEventListener("input", toRange);
  within.addEventListener("change", toRange);
  for (const own of [depth, within]) own.addEventListener("change", (event) => event.stopPropagation());

  let soon = 0;
  const later = () => {
    clearTimeout(soon);
    soon = setTimeout(load, 120);
  };
  form.addEventListener("input", () => { fromRange(); later(); });
  form.addEventListener("change", later);
  window.addEventListener("resize", redraw);
  fromRange();
  load();
  draw();
})();
