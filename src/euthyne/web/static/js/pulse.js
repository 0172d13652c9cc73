"use strict";
// An open page asks every few seconds whether somebody else changed what it shows. It asks nothing
// while a person types into what would be shown anew, or while nobody looks.
(() => {
  const EVERY = 4000;

  const typing = () => {
    const at = document.activeElement;
    return at && at.matches("#live input, #live textarea, #live select, #checks input, #bench input");
  };

  setInterval(() => {
    const pulse = document.getElementById("pulse");
    if (!pulse || document.hidden || typing()) return;
    if (document.querySelector(".htmx-request")) return;
    htmx.trigger(pulse, "beat");
  }, EVERY);
})();
