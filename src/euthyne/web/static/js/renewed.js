// A page is renewed under the hand. A press that waited, or was held down, meanwhile belongs to the button
// that stands there now; words typed outside the stage's form are put back.
"use strict";

const Renewed = (() => {
  const MARKS = ["href", "hx-post", "formaction", "name", "value"];
  let pressed = null;
  let typed = {};

  // The one that stands where a renewed one stood.
  function standing(one) {
    if (one.isConnected) return one;
    const form = one.closest("form"); // renewed together with it
    const alike = (other) => MARKS.every((m) => other.getAttribute(m) === one.getAttribute(m)) &&
      (!form || (other.closest("form") || other).getAttribute("action") === form.getAttribute("action"));
    return [...document.querySelectorAll(one.tagName)].find(alike);
  }

  // What stands there now may be so new that nothing listens to it yet.
  function again(one) {
    if (!one) return Said.line("The page changed while you pressed. Look, and press again.", "not");
    htmx.process(one);
    one.click();
  }

  const words = () => [...document.querySelectorAll("#checks input[id]")];
  document.addEventListener("htmx:beforeSwap", () => {
    typed = Object.fromEntries(words().filter((c) => c.value !== c.defaultValue).map((c) => [c.id, c.value]));
  });
  document.addEventListener("htmx:afterRequest", () => {
    words().filter((c) => c.id in typed && c.value === c.defaultValue).forEach((c) => {
      c.value = typed[c.id];
    });
    typed = {};
  });

  document.addEventListener("pointerdown", (event) => {
    pressed = event.button ? null : event.target.closest("a[href], button");
  }, true);
  document.addEventListener("pointerup", (event) => {
    const was = pressed;
    pressed = null;
    if (!was || was.isConnected) return;
    const now = standing(was);
    const under = document.elementFromPoint(event.clientX, event.clientY);
    again(now && now.contains(under) ? now : null);
  }, true);

  return {
    standing,
    again
  };
})();
