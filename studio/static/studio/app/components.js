// The small parts of pages that answer by themselves: dialogs, the slider of strengths, copying, files shown as text.
import { meanings } from "./meanings.js";
import { $, written } from "./page.js";
import { fill } from "./wall.js";

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

  window.Alpine.data("copier", () => ({
    async copy() {
      const button = this.$el;
      const said = [...button.childNodes];
      try {
        await navigator.clipboard.writeText(button.dataset.text);
        button.replaceChildren("Copied");
      } catch {
        button.replaceChildren("Copying is not allowed here");
      }
      setTimeout(() => { button.replaceChildren(...said); }, 1600);
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
