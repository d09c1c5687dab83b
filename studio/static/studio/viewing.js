// A viewing is kept on the phone while there is no connection, and sent when there is one. Sent twice it is kept once,
// since every answer carries its own key. Without this script the form is sent as any other.
(() => {
  "use strict";

  const KEPT = "viewing:";
  const REFUSED = "refused:";
  const form = document.getElementById("viewing-form");
  const note = document.getElementById("kept-here");
  const later = document.getElementById("photo-later");
  const draft = form ? `draft:${form.dataset.viewing}` : "";

  function say(text) {
    if (note) note.textContent = text;
  }

  // photos wait in the browser's own database: they are too large for the other store
  const shelf = () =>
    new Promise((resolve, reject) => {
      const asked = indexedDB.open("viewings", 1);
      asked.onupgradeneeded = () => asked.result.createObjectStore("photos");
      asked.onsuccess = () => resolve(asked.result);
      asked.onerror = () => reject(asked.error);
    });
  const done = (asked) =>
    new Promise((resolve, reject) => {
      asked.onsuccess = () => resolve(asked.result);
      asked.onerror = () => reject(asked.error);
    });
  const photos = async (mode) => (await shelf()).transaction("photos", mode).objectStore("photos");

  async function sendPhotos() {
    const token = document.querySelector("[name=csrfmiddlewaretoken]");
    if (!window.indexedDB || !token) return;
    for (const pk of await done((await photos("readonly")).getAllKeys())) {
      if (localStorage.getItem(KEPT + pk)) continue; // its viewing goes first
      const body = new FormData();
      body.append("csrfmiddlewaretoken", token.value);
      body.append("photo", await done((await photos("readonly")).get(pk)));
      const answer = await fetch(`/viewings/${pk}/photo/`, { method: "POST", body, credentials: "same-origin" });
      if (answer.ok || answer.status === 422 || answer.status === 404) await done((await photos("readwrite")).delete(pk));
    }
  }

  async function send(key) {
    const held = JSON.parse(localStorage.getItem(key) || "null");
    if (!held) return true;
    const body = new URLSearchParams(held.fields);
    // the page's own token, since the one that was kept may be of another session
    const fresh = document.querySelector("[name=csrfmiddlewaretoken]");
    if (fresh) body.set("csrfmiddlewaretoken", fresh.value);
    const answer = await fetch(held.address, { method: "POST", body, credentials: "same-origin" });
    if (answer.status === 422) {
      // not taken, as when somebody else has answered: it stays here, and the viewing's page says so
      const pk = key.slice(KEPT.length);
      localStorage.setItem(`draft:${pk}`, JSON.stringify(held.fields));
      localStorage.setItem(REFUSED + pk, held.fields.words || "");
      localStorage.removeItem(key);
      return held.address;
    }
    if (!answer.ok || answer.url.includes("/sign-in/")) return false;
    localStorage.removeItem(key);
    return answer.url;
  }

  async function sendAll() {
    let next = "";
    try {
      for (const key of Object.keys(localStorage).filter((one) => one.startsWith(KEPT))) {
        const came = await send(key);
        if (came && form && key === KEPT + form.dataset.viewing) next = came;
      }
      await sendPhotos();
    } catch {
      window.setTimeout(sendAll, 10000); // still no connection
    } finally {
      if (next) window.location.assign(next);
    }
  }

  if (form) {
    const kept = JSON.parse(localStorage.getItem(draft) || "null");
    for (const [name, value] of Object.entries(kept || {})) {
      const field = form.elements[name];
      if (field && field.type !== "checkbox" && name !== "csrfmiddlewaretoken" && name !== "sent") field.value = value;
    }
    if (kept) form.elements.lamps_on.checked = "lamps_on" in kept;
    if (localStorage.getItem(REFUSED + form.dataset.viewing) !== null) {
      say("What was kept on this phone was not taken: look it over, and answer again.");
      localStorage.removeItem(REFUSED + form.dataset.viewing);
    }
    form.addEventListener("input", () => {
      localStorage.setItem(draft, JSON.stringify(Object.fromEntries(new FormData(form))));
    });
    form.addEventListener("keydown", (event) => {
      // Enter in a field answers nothing: an answer is given by its own button
      if (event.key === "Enter" && event.target.matches("input")) event.preventDefault();
    });
    // whether the studio answers: a device can be on a network that leads nowhere
    const reached = async () => {
      if (!navigator.onLine) return false;
      try {
        return (await fetch(form.dataset.health, { cache: "no-store", signal: AbortSignal.timeout(4000) })).ok;
      } catch {
        return false;
      }
    };
    const keep = (submitter) => {
      if (submitter && submitter.name === "meter") {
        say("The meter needs the connection; type its lux, or read it later.");
        return;
      }
      const fields = Object.fromEntries(new FormData(form, submitter));
      fields.looked = new Date().toISOString(); // the light was that of now, whenever it is sent
      localStorage.setItem(KEPT + form.dataset.viewing, JSON.stringify({ address: form.action || window.location.href, fields }));
      localStorage.removeItem(draft);
      say("Kept on this phone. It is sent as soon as there is a connection.");
      if (later && window.indexedDB) later.hidden = false;
      window.setTimeout(sendAll, 10000);
    };
    let sure = false;
    form.addEventListener("submit", async (event) => {
      const { submitter } = event;
      const metering = submitter && submitter.name === "meter";
      const seen = Array.from(form.querySelectorAll("[type=radio]")).some((one) => one.checked);
      if (sure || !(metering || seen || form.elements.words.value.trim())) {
        // the meter's page brings back what was typed; otherwise the draft goes when the viewing shows as seen
        if (metering) localStorage.removeItem(draft);
        return; // the plain way, which also shows what is wrong
      }
      event.preventDefault();
      sure = await reached();
      if (sure) form.requestSubmit(submitter);
      else keep(submitter);
    });
  }
  if (later) {
    later.querySelector("input").addEventListener("change", async (event) => {
      await done((await photos("readwrite")).put(event.target.files[0], form.dataset.viewing));
      say("Kept on this phone, the photo too. They are sent as soon as there is a connection.");
    });
  }
  const seen = document.querySelector("[data-seen]");
  if (seen) {
    localStorage.removeItem(`draft:${seen.dataset.seen}`);
    const refused = localStorage.getItem(REFUSED + seen.dataset.seen);
    const told = document.getElementById("refused-here");
    if (refused !== null) {
      told.hidden = false;
      if (refused) told.querySelector("b").textContent = refused;
      told.querySelector("button").addEventListener("click", () => {
        localStorage.removeItem(REFUSED + seen.dataset.seen);
        told.hidden = true;
      });
    }
  }
  window.addEventListener("online", sendAll);
  if (navigator.onLine) sendAll();
})();
