// The wire map under the hand: take a core, then tap, drop or key it to the cavity it goes to.
"use strict";

let coreInHand = null;

function take(handle) {
  document.querySelectorAll(".core-handle").forEach((h) => h.setAttribute("aria-pressed", String(h === handle)));
  coreInHand = handle ? handle.dataset.core : null;
}

function land(spot) {
  if (!coreInHand || !spot) return;
  const choice = document.getElementById(`joint-${coreInHand}-${spot.dataset.end}`);
  if (!choice || choice.disabled) return;
  choice.value = spot.dataset.mark;
  take(null);
  choice.dispatchEvent(new Event("change", {
    bubbles: true
  }));
}

document.addEventListener("pointerdown", (event) => {
  const handle = event.target.closest(".core-handle");
  if (handle) {
    take(handle);
    event.preventDefault();
  }
});
document.addEventListener("pointerup", (event) => {
  const under = document.elementFromPoint(event.clientX, event.clientY);
  if (under && under.closest(".spot")) land(under.closest(".spot"));
});
document.addEventListener("keydown", (event) => {
  if (event.key !== "Enter" && event.key !== " ") return;
  const handle = event.target.closest && event.target.closest(".core-handle");
  const spot = event.target.closest && event.target.closest(".spot");
  if (handle) {
    take(handle);
    event.preventDefault();
  }
  if (spot) {
    land(spot);
    event.preventDefault();
  }
});
