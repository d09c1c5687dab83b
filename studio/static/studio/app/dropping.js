// A deck's file that is dropped anywhere on a page that takes decks is looked at at once.
import { $ } from "./page.js";

const taking = () => $("form[data-drop-deck]");
const holdsFile = (event) => taking() && event.dataTransfer && event.dataTransfer.types.includes("Files");
document.addEventListener("dragover", (event) => {
  if (!holdsFile(event)) return;
  event.preventDefault();
  document.body.classList.add("dropping");
});
document.addEventListener("dragleave", (event) => !event.relatedTarget && document.body.classList.remove("dropping"));
document.addEventListener("drop", (event) => {
  document.body.classList.remove("dropping");
  if (!holdsFile(event) || event.defaultPrevented) return;
  event.preventDefault();
  const form = taking();
  form.elements.file.files = event.dataTransfer.files;
  form.requestSubmit();
});
