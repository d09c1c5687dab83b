// Writing: only what changed is sent, with the version it was begun from, at the latest when the page is left.
import { $ } from "./page.js";

const texts = (form) => Array.from(form.querySelectorAll("textarea, input:not([type=hidden])")).filter((field) => field.name);
const kept = (field) => (field.dataset.kept === undefined ? field.defaultValue : field.dataset.kept);
const seen = (form, field) => form.querySelector(`[name="seen-${field.name}"]`);
const changed = (form) => texts(form).filter((field) => field.value !== kept(field));

document.addEventListener("htmx:configRequest", (event) => {
  const form = event.detail.elt;
  if (!form.matches || !form.matches("form.writing")) return;
  const fields = changed(form);
  if (!fields.length) {
    event.preventDefault();
    return;
  }
  const { parameters } = event.detail;
  for (const field of texts(form)) {
    if (fields.includes(field)) continue;
    delete parameters[field.name];
    delete parameters[`seen-${field.name}`];
  }
  form.sent = Object.fromEntries(fields.map((field) => [field.name, field.value]));
});
document.addEventListener("htmx:afterSwap", (event) => {
  const saved = event.detail.target && event.detail.target.id === "saved" ? $("#saved") : null;
  const form = saved && saved.closest("form.writing");
  if (!form || !form.sent) return;
  const conflicts = new Set(Array.from(saved.querySelectorAll(".conflict"), (one) => one.dataset.field));
  for (const field of texts(form)) {
    if (!(field.name in form.sent) || conflicts.has(field.name) || event.detail.xhr.status >= 400) continue;
    field.dataset.kept = form.sent[field.name];
    if (seen(form, field)) seen(form, field).value = saved.dataset[field.name];
  }
  const shown = saved.querySelector(".conflict");
  if (shown) shown.scrollIntoView({ block: "nearest" });
});
window.addEventListener("beforeunload", () => {
  const form = $("form.writing");
  const fields = form ? changed(form) : [];
  if (!fields.length) return;
  const data = new FormData();
  data.append("csrfmiddlewaretoken", form.querySelector("[name=csrfmiddlewaretoken]").value);
  for (const field of fields) {
    data.append(field.name, field.value);
    if (seen(form, field)) data.append(`seen-${field.name}`, seen(form, field).value);
  }
  navigator.sendBeacon(form.action, data);
});

document.addEventListener("alpine:init", () => {
  // a text that was changed elsewhere: either one stands, or both
  window.Alpine.data("settler", () => ({
    settle() {
      const box = this.$el.closest(".conflict");
      const form = box.closest("form.writing");
      const field = form.elements[box.dataset.field];
      const theirs = box.querySelector(".theirs").textContent;
      const text = { mine: field.value, theirs, both: `${theirs}\n\n${field.value}` }[this.$el.dataset.keep];
      seen(form, field).value = box.dataset.version;
      field.dataset.kept = theirs;
      field.value = text;
      box.remove();
      form.dispatchEvent(new Event("settle"));
    },
  }));
});
