// The room drawn: every pixel is one ray, its colour lies between those of four points that the server computed. Scrubbing
// the hour only looks colours up; turning the head casts the rays again. Without it the page shows a picture as a file.
(() => {
  "use strict";

  const WIDEST = 1100, DRAFT = 0.5, TURN = 6;
  const known = new Map();

  async function inflated(text, times) {
    if (!text) return { at: () => 0, count: 0 };
    const raw = Uint8Array.from(atob(text), (one) => one.charCodeAt(0));
    const stream = new Blob([raw]).stream().pipeThrough(new DecompressionStream("deflate"));
    const bytes = new Uint8Array(await new Response(stream).arrayBuffer());
    const count = times ? bytes.length / (times * 3) : 0;
    for (let n = 0; n < count; n += 1) {
      for (let i = n * times * 3 + 3; i < (n + 1) * times * 3; i += 1) bytes[i] += bytes[i - 3];
    }
    return { at: (n, t, channel) => bytes[(n * times + t) * 3 + channel], count };
  }

  async function unpacked(one, hours) {
    const [own, trim, sunlit, outside, things] = await Promise.all([
      inflated(one.own, hours), inflated(one.trim, hours), inflated(one.sunlit, one.sunny.length),
      inflated(one.outside, hours), inflated(one.things, hours),
    ]);
    const sunAt = new Map(one.sunny.map((moment, i) => [moment, i]));
    return { own, trim, sunlit, outside, things, sun: one.sun, sunAt };
  }

  async function fetched(address) {
    if (!known.has(address)) {
      known.set(address, (async () => {
        const answer = await fetch(address, { headers: { Accept: "application/json" } });
        if (!answer.ok) throw new Error(answer.status);
        const data = await answer.json();
        const all = (list) => Promise.all(list.map((one) => unpacked(one, data.hours.length)));
        data.pictures = await all(data.pictures);
        if (data.others) data.others = await all(data.others);
        return data;
      })());
    }
    return known.get(address);
  }

  // what each pixel shows, for one stand: side, the four points round it, and whether it is trim, glass or a thing
  function cast(data, camera, wide, high) {
    const rad = Math.PI / 180, heading = camera.heading * rad, tilt = camera.tilt * rad;
    const ahead = [Math.sin(heading) * Math.cos(tilt), Math.cos(heading) * Math.cos(tilt), Math.sin(tilt)];
    const right = [Math.cos(heading), -Math.sin(heading), 0];
    const up = [right[1] * ahead[2] - right[2] * ahead[1], right[2] * ahead[0] - right[0] * ahead[2], right[0] * ahead[1] - right[1] * ahead[0]];
    const reach = Math.tan((data.measures.across * rad) / 2), { skirting, cornice, frame, bar } = data.measures;
    const count = wide * high, starts = [], trims = [];
    let points = 0, walls = 0;
    data.sides.forEach((name, i) => {
      const grid = i < 4 ? data.rows : data.level;
      starts.push(points); trims.push(i < 4 ? walls : -1);
      points += grid[0] * grid[1];
      if (i < 4) walls += grid[0] * grid[1];
    });
    const rays = {
      wide, high, side: new Uint8Array(count), first: new Uint16Array(count), u: new Float32Array(count), v: new Float32Array(count),
      kind: new Int16Array(count), place: new Float32Array(count * 3), rise: new Float32Array(count), starts, trims,
    };
    for (let row = 0, p = 0; row < high; row += 1) {
      const y = (1 - ((row + 0.5) / high) * 2) * reach * (high / wide);
      for (let column = 0; column < wide; column += 1, p += 1) {
        const x = (((column + 0.5) / wide) * 2 - 1) * reach;
        let best = Infinity, axis = 0;
        const ray = [0, 1, 2].map((i) => ahead[i] + right[i] * x + up[i] * y);
        for (let i = 0; i < 3; i += 1) {
          const away = ray[i] > 0 ? (data.size[i] - camera.place[i]) / ray[i] : ray[i] < 0 ? -camera.place[i] / ray[i] : Infinity;
          if (away < best) { best = away; axis = i; }
        }
        const side = axis * 2 + (ray[axis] > 0 ? 1 : 0);
        const dims = axis === 0 ? [1, 2] : axis === 1 ? [0, 2] : [0, 1];
        for (let i = 0; i < 3; i += 1) rays.place[p * 3 + i] = camera.place[i] + ray[i] * best;
        const a = rays.place[p * 3 + dims[0]], b = rays.place[p * 3 + dims[1]];
        const grid = side < 4 ? data.rows : data.level;
        const i = Math.min(Math.max(a / data.size[dims[0]], 0), 1) * (grid[0] - 1), j = Math.min(Math.max(b / data.size[dims[1]], 0), 1) * (grid[1] - 1);
        const i0 = Math.min(Math.floor(i), grid[0] - 2), j0 = Math.min(Math.floor(j), grid[1] - 2);
        rays.side[p] = side; rays.first[p] = i0 * grid[1] + j0; rays.u[p] = i - i0; rays.v[p] = j - j0;
        rays.rise[p] = ray[2] / Math.hypot(...ray);
        let kind = side < 4 && (b < skirting || b > data.size[2] - cornice) ? 1 : 0;
        data.things.forEach(([, on, [l0, l1, h0, h1]], n) => {
          if (!kind && on === side && a >= l0 && a <= h0 && b >= l1 && b <= h1) kind = -1 - n;
        });
        data.windows.forEach(([on, [l0, l1, h0, h1]], n) => {
          if (on !== side || a <= l0 - frame || a >= h0 + frame || b <= l1 - frame || b >= h1 + frame) return;
          const glass = a > l0 && a < h0 && b > l1 && b < h1;
          const barred = Math.abs(a - (l0 + h0) / 2) < bar / 2 || Math.abs(b - (l1 + h1) / 2) < bar / 2;
          kind = glass && !barred ? 100 + n : 1;
        });
        rays.kind[p] = kind;
      }
    }
    return rays;
  }

  function inSun(data, rays, p, sun) {
    for (const [side, [l0, l1, h0, h1]] of data.windows) {
      const axis = side >> 1;
      if (sun[axis] > 0 !== Boolean(side % 2) || Math.abs(sun[axis]) < 1e-3) continue;
      const away = ((side % 2 ? data.size[axis] : 0) - rays.place[p * 3 + axis]) / sun[axis];
      if (away <= 1e-6) continue;
      const dims = axis === 0 ? [1, 2] : axis === 1 ? [0, 2] : [0, 1];
      const a = rays.place[p * 3 + dims[0]] + away * sun[dims[0]], b = rays.place[p * 3 + dims[1]] + away * sun[dims[1]];
      if (a > l0 && a < h0 && b > l1 && b < h1) return true;
    }
    return false;
  }

  function draw(canvas, data, rays, moment, sky, split) {
    const context = canvas.getContext("2d"), image = context.createImageData(rays.wide, rays.high), out = image.data;
    const grids = [data.rows, data.level];
    const sun = data.pictures[sky].sun[moment], inTheSun = data.pictures[sky].sunAt.get(moment); // of both paints alike
    for (let p = 0; p < rays.side.length; p += 1) {
      const picture = split && data.others && p % rays.wide >= rays.wide / 2 ? data.others[sky] : data.pictures[sky];
      const side = rays.side[p], kind = rays.kind[p], step = grids[side < 4 ? 0 : 1][1];
      if (kind >= 100) {
        const w = kind - 100, hidden = data.hidden[w], rise = rays.rise[p];
        const over = Math.min(Math.max((rise - hidden) * 14 + 0.5, 0), 1), above = Math.min(Math.max(rise * 14 + 0.5, 0), 1);
        for (let c = 0; c < 3; c += 1) {
          const seen = (k) => picture.outside.at(w * 3 + k, moment, c);
          const beyond = hidden > 0.02 ? seen(1) * (1 - over) + seen(0) * over : seen(0);
          out[p * 4 + c] = seen(2) * (1 - above) + beyond * above;
        }
      } else if (kind < 0) {
        for (let c = 0; c < 3; c += 1) out[p * 4 + c] = picture.things.at(-1 - kind, moment, c);
      } else {
        let series = picture.own, start = rays.starts[side], at = moment;
        if (kind === 1 && side < 4) { series = picture.trim; start = rays.trims[side]; }
        else if (inTheSun !== undefined && inSun(data, rays, p, sun)) { series = picture.sunlit; at = inTheSun; }
        const n = start + rays.first[p], u = rays.u[p], v = rays.v[p];
        for (let c = 0; c < 3; c += 1) {
          const low = series.at(n, at, c) * (1 - u) + series.at(n + step, at, c) * u;
          const high = series.at(n + 1, at, c) * (1 - u) + series.at(n + step + 1, at, c) * u;
          out[p * 4 + c] = low * (1 - v) + high * v;
        }
      }
      out[p * 4 + 3] = 255;
    }
    canvas.width = rays.wide; canvas.height = rays.high;
    context.putImageData(image, 0, 0);
  }

  async function begin(box) {
    if (box.started) return;
    box.started = true;
    const canvas = box.querySelector("canvas"), choice = box.querySelector("[data-stand]"), halves = box.querySelector("[data-halves]");
    let data;
    try { data = await fetched(box.dataset.room); } catch { return; }
    const state = { moment: Number(box.dataset.moment), sky: Number(box.dataset.sky), turned: 0, tilt: -3, rays: null, key: "" };

    function show(draft = false) {
      const full = Math.min(WIDEST, Math.round(canvas.clientWidth * Math.min(window.devicePixelRatio || 1, 1.5))) || 640;
      const wide = Math.max(160, Math.round(full * (draft ? DRAFT : 1))), high = Math.round(wide * 0.625);
      const stand = choice ? choice.value : "door";
      const key = [stand, state.turned, state.tilt, wide].join();
      if (key !== state.key) {
        const [x, y, z, heading] = data.stands[stand];
        state.rays = cast(data, { place: [x, y, z], heading: heading + state.turned, tilt: state.tilt }, wide, high);
        state.key = key;
      }
      draw(canvas, data, state.rays, state.moment, state.sky, Boolean(halves && halves.checked));
      box.classList.add("is-drawn");
      follow();
    }
    // what is saved is what is looked at: this hour, from here, turned so
    function follow() {
      const link = box.querySelector("#save-picture");
      if (!link) return;
      const address = new URL(link.href);
      address.searchParams.set("hour", data.hours[state.moment]);
      address.searchParams.set("stand", choice ? choice.value : "door");
      address.searchParams.set("turned", Math.round(state.turned));
      address.searchParams.delete("beside");
      if (halves && halves.checked) address.searchParams.set("beside", link.dataset.other);
      link.href = address.href;
    }
    box.at = (moment) => { state.moment = moment; show(); };
    if (choice) choice.addEventListener("change", () => { state.turned = 0; state.tilt = -3; show(); });
    if (halves) halves.addEventListener("change", () => show());
    canvas.addEventListener("keydown", (event) => {
      const turn = { ArrowLeft: [-TURN, 0], ArrowRight: [TURN, 0], ArrowUp: [0, TURN], ArrowDown: [0, -TURN] }[event.key];
      if (!turn) return;
      event.preventDefault(); event.stopPropagation();
      state.turned += turn[0]; state.tilt = Math.min(Math.max(state.tilt + turn[1], -40), 40); show();
    });
    let from = null;
    canvas.addEventListener("pointerdown", (event) => { from = [event.clientX, event.clientY]; canvas.setPointerCapture(event.pointerId); });
    canvas.addEventListener("pointermove", (event) => {
      if (!from) return;
      state.turned -= ((event.clientX - from[0]) / canvas.clientWidth) * data.measures.across;
      state.tilt = Math.min(Math.max(state.tilt + ((event.clientY - from[1]) / canvas.clientWidth) * data.measures.across, -40), 40);
      from = [event.clientX, event.clientY]; show(true);
    });
    ["pointerup", "pointercancel"].forEach((end) => canvas.addEventListener(end, () => { if (from) { from = null; show(); } }));
    let waiting = 0;
    new ResizeObserver(() => { clearTimeout(waiting); waiting = setTimeout(() => show(), 120); }).observe(canvas);
    show();
  }

  const all = () => document.querySelectorAll("[data-room]").forEach((box) => { begin(box); });
  document.addEventListener("moment", (event) => document.querySelectorAll("[data-room]").forEach((box) => { if (box.at) box.at(event.detail); }));
  document.addEventListener("htmx:load", all);
  if (document.readyState === "loading") document.addEventListener("DOMContentLoaded", all); else all();
})();
