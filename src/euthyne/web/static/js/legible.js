// A drawing shrinks with its page until its smallest word is 11 px; then it keeps that and is moved sideways in
// its frame. A narrow page shows of a wide drawing the part that is worked on, where it has one. A row of a list
// is drawn for its width and is left as it is.
"use strict";

const SMALLEST_PX = 11;
const NARROW = window.matchMedia("(max-width: 1000px)");

function smallestWord(drawing) {
  const sizes = [...drawing.querySelectorAll("text")]
    .filter((word) => word.textContent.trim() && word.checkVisibility())
    .map((word) => parseFloat(getComputedStyle(word).fontSize));
  return sizes.length ? Math.min(...sizes) : Infinity;
}

// What the drawing would have to be scaled by at least, where it is scaled less; 0 where every word can be read.
function tooSmall(drawing) {
  const least = SMALLEST_PX / smallestWord(drawing);
  const at = drawing.getScreenCTM();
  return at && Math.hypot(at.a, at.b) < least - 0.001 ? least : 0;
}

function keepLegible() {
  // At the bench the drawing of what is done now comes before the pictures of good and bad: its words say them too.
  const judged = document.querySelector(".bench-judge");
  if (judged) {
    judged.hidden = false;
    judged.hidden = Boolean([...document.querySelectorAll(".bench-picture > svg")].find(tooSmall));
  }
  document.querySelectorAll("main svg[viewBox]:not(.ribbon)").forEach((drawing) => {
    drawing.dataset.whole = drawing.dataset.whole || drawing.getAttribute("viewBox");
    drawing.setAttribute("viewBox", (NARROW.matches && drawing.dataset.narrow) || drawing.dataset.whole);
    drawing.style.minWidth = drawing.style.minHeight = "";
    const least = tooSmall(drawing);
    if (!least) return;
    const sheet = drawing.viewBox.baseVal;
    drawing.style.minWidth = `${Math.ceil(sheet.width * least)}px`;
    drawing.style.minHeight = `${Math.ceil(sheet.height * least)}px`;
    drawing.parentElement.style.overflow = "auto";
    drawing.parentElement.style.alignItems = "flex-start"; // moved from its own top
  });
}

for (const name of ["DOMContentLoaded", "htmx:afterSettle"]) document.addEventListener(name, keepLegible);
window.addEventListener("resize", keepLegible);
