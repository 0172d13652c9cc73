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
    const needs = Math.ceil(drawing.viewBox.baseVal.width * SMALLEST_PX / smallestWord(drawing));
    drawing.style.minWidth = "";
    if (!needs || drawing.clientWidth >= needs) return;
    drawing.style.minWidth = `${needs}px`;
    drawing.parentElement.style.overflowX = "auto";
  });
}

for (const name of ["DOMContentLoaded", "htmx:afterSettle"]) document.addEventListener(name, keepLegible);
window.addEventListener("resize", keepLegible);
