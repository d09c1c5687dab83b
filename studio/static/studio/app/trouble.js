// Trouble is said, and who was signed out signs in beside what was written; what was refused is sent again.
import { $ } from "./page.js";

const trouble = (text) => {
  const place = $("#trouble");
  place.textContent = text;
  place.hidden = !text;
};

// signed out meanwhile: what was written stays, the door opens beside it, and what was refused is sent again
const refused = [];
async function askToSignIn() {
  const door = $("#again");
  if (!door || door.open) return;
  const answer = await fetch(door.dataset.door, { headers: { "HX-Request": "true" } });
  $("#again-body").innerHTML = await answer.text();
  window.htmx.process($("#again-body"));
  door.showModal();
}
document.addEventListener("signedIn", (event) => {
  const { token } = event.detail;
  document.body.setAttribute("hx-headers", JSON.stringify({ "X-CSRFToken": token }));
  document.querySelectorAll("[name=csrfmiddlewaretoken]").forEach((input) => { input.value = token; });
  $("#again").close();
  // the focus comes back by itself, the caret does not
  const writing = document.activeElement;
  writing.blur();
  writing.focus();
  trouble("");
  for (const { verb, path, elt, target, swap, values } of refused.splice(0)) {
    window.htmx.ajax(verb.toUpperCase(), path, { source: elt, target, swap, values: { ...values, csrfmiddlewaretoken: token } });
  }
});

document.addEventListener("htmx:sendError", () => trouble("No answer from the studio: what you just did is not saved yet. It is still on the screen; try again in a moment."));
document.addEventListener("htmx:responseError", (event) => {
  if (event.detail.xhr.status !== 401) {
    trouble(`The studio could not do that (${event.detail.xhr.status}). Reload the page and try again.`);
    return;
  }
  const { verb, path, elt, target, parameters } = event.detail.requestConfig;
  if (verb !== "get") {
    const swap = elt.getAttribute("hx-swap") || "outerHTML show:none";
    refused.push({ verb, path, elt, target, swap, values: parameters });
  }
  askToSignIn();
});
document.addEventListener("htmx:afterRequest", (event) => event.detail.successful && trouble(""));
