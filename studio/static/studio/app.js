// The page's script, part by part. Everything here also works without it, by links and forms.
import "./app/components.js";
import "./app/dropping.js";
import "./app/focus.js";
import "./app/keys.js";
import "./app/trouble.js";
import "./app/writing.js";

document.documentElement.classList.add("js");
