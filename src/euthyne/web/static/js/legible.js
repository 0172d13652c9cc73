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

function keepLegible() {
  document.querySelectorAll("main svg[viewBox]:not(.ribbon)").forEach((drawing) => {
    drawing.dataset.whole = drawing.dataset.whole || drawing.getAttribute("viewBox");
    drawing.setAttribute("viewBox", (NARROW.matches && drawing.dataset.narrow) || drawing.dataset.whole);
    drawing.style.minWidth = drawing.style.minHeight = "";
    const least = SMALLEST_PX / smallestWord(drawing);
    const at = drawing.getScreenCTM();
    if (!at || Math.hypot(at.a, at.b) >= least - 0.001) return;
    const sheet = drawing.viewBox.baseVal;
    drawing.style.minWidth = `${Math.ceil(sheet.width * least)}px`;
    drawing.style.minHeight = `${Math.ceil(sheet.height * least)}px`;
    drawing.parentElement.style.overflow = "auto";
  });
}

for (const name of ["DOMContentLoaded", "htmx:afterSettle"]) document.addEventListener(name, keepLegible);
window.addEventListener("resize", keepLegible);
