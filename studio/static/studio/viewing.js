// A viewing is kept on the phone while there is no connection, and sent when there is one. Sent twice it is kept once,
// since every answer carries its own key. Without this script the form is sent as any other.
(() => {
  "use strict";

  const KEPT = "viewing:";
  const form = document.getElementById("viewing-form");
  const note = document.getElementById("kept-here");
  const draft = form ? `draft:${form.dataset.viewing}` : "";

  function say(text) {
    if (note) note.textContent = text;
  }

  async function send(key) {
    const held = JSON.parse(localStorage.getItem(key) || "null");
    if (!held) return true;
    const body = new URLSearchParams(held.fields);
    // the page's own token, since the one that was kept may be of another session
    const fresh = document.querySelector("[name=csrfmiddlewaretoken]");
    if (fresh) body.set("csrfmiddlewaretoken", fresh.value);
    const answer = await fetch(held.address, { method: "POST", body, credentials: "same-origin" });
    // what the studio refuses is shown by the page itself; only what it took goes from the phone
    if (!answer.ok || answer.url.includes("/sign-in/")) return false;
    localStorage.removeItem(key);
    return answer.url;
  }

  async function sendAll() {
    for (const key of Object.keys(localStorage).filter((one) => one.startsWith(KEPT))) {
      try {
        const came = await send(key);
        if (came && form && key === KEPT + form.dataset.viewing) window.location.assign(came);
      } catch {
        return; // still no connection
      }
    }
  }

  if (form) {
    const kept = JSON.parse(localStorage.getItem(draft) || "{}");
    for (const [name, value] of Object.entries(kept)) {
      const field = form.elements[name];
      if (field && name !== "csrfmiddlewaretoken" && name !== "sent") field.value = value;
    }
    form.addEventListener("input", () => {
      localStorage.setItem(draft, JSON.stringify(Object.fromEntries(new FormData(form))));
    });
    form.addEventListener("keydown", (event) => {
      // Enter in a field answers nothing: an answer is given by its own button
      if (event.key === "Enter" && event.target.matches("input")) event.preventDefault();
    });
    form.addEventListener("submit", (event) => {
      const seen = Array.from(form.querySelectorAll("[type=radio]")).some((one) => one.checked);
      const metering = event.submitter && event.submitter.name === "meter";
      if (navigator.onLine || !(seen || form.elements.words.value.trim())) {
        // the meter's page brings back what was typed; otherwise the draft goes when the viewing shows as seen
        if (metering) localStorage.removeItem(draft);
        return; // the plain way, which also shows what is wrong
      }
      event.preventDefault();
      if (metering) {
        say("The meter needs the connection; type its lux, or read it later.");
        return;
      }
      const fields = Object.fromEntries(new FormData(form, event.submitter));
      localStorage.setItem(KEPT + form.dataset.viewing, JSON.stringify({ address: form.action || window.location.href, fields }));
      localStorage.removeItem(draft);
      say("Kept on this phone. It is sent as soon as there is a connection.");
    });
  }
  const seen = document.querySelector("[data-seen]");
  if (seen) localStorage.removeItem(`draft:${seen.dataset.seen}`);
  window.addEventListener("online", sendAll);
  if (navigator.onLine) sendAll();
})();
