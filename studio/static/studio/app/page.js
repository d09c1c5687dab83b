// What several parts of the page's script share.
export const $ = (selector) => document.querySelector(selector);
export const typing = (target) => target.matches("input:not([type=radio]):not([type=checkbox]), textarea, select");

// a number as its reader writes it
export const written = (value) => value.toFixed(1).replace(".", document.body.dataset.decimal);
