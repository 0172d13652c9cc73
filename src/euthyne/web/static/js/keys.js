// Single keys, and the few things a page must do beside what htmx does. They can be switched off in the foot.
"use strict";

const keysOn = () => localStorage.getItem("keys") !== "off";
const typing = (t) => t.matches("input:not([type=checkbox]), textarea, select");
const press = (id) => {
  const el = document.getElementById(id);
  if (el) {
    el.click();
    return true;
  }
  return false;
};

function tickNext(where) {
  const next = document.querySelector(`${where} input:not(:checked)`);
  if (next) {
    next.checked = true;
    next.focus();
  }
  return Boolean(next);
}

// At a gate the same key asks for each part in turn, then goes on.
const askNext = () => tickNext(".bench-asks:not(.bench-alike)");

// A press of the bench that names its own keys.
function namedKey(event) {
  const key = event.key === " " ? "Space" : event.key;
  const one = [...document.querySelectorAll("[data-keys]")].find((el) => el.dataset.keys.split(" ").includes(key));
  if (one) {
    event.preventDefault();
    one.click();
  }
  return Boolean(one);
}

function benchKey(event) {
  if (namedKey(event)) return;
  if (event.key === "t") {
    tickNext(".bench-alike");
    return;
  }
  const keys = {
    ArrowLeft: "key-back",
    ArrowRight: "key-on",
    " ": "key-go",
    x: "key-undo",
    f: "key-forgot",
    u: "key-slip",
    Escape: "key-leave",
    PageDown: "key-go",
    PageUp: "key-back"
  };
  const id = keys[event.key];
  if (id === "key-go" && askNext()) {
    event.preventDefault();
    return;
  }
  if (id && !(event.key === " " && event.target.matches("a, button, summary"))) {
    if (press(id)) event.preventDefault();
  }
}

// Tiles to pick from: the arrows go from the field to them and along them, and back up to the field.
function tileKey(event) {
  const tiles = [...document.querySelectorAll("#tiles .tile")];
  const field = document.querySelector("#tiles") && document.getElementById("q");
  const along = {
    ArrowDown: 1,
    ArrowRight: 1,
    ArrowUp: -1,
    ArrowLeft: -1
  } [event.key];
  if (!field || !along) return false;
  const here = tiles.indexOf(document.activeElement);
  const inField = document.activeElement === field;
  if (inField ? event.key !== "ArrowDown" : here < 0) return false;
  const there = inField ? tiles[0] : here + along < 0 ? field : tiles[here + along];
  if (there) there.focus();
  event.preventDefault();
  return true;
}

function leadKey(event) {
  if (/^[1-7]$/.test(event.key)) {
    const bands = document.querySelectorAll("#ribbon a");
    const band = bands[Number(event.key) - 1];
    if (band) Leaving.to(band.getAttribute("href"));
  } else if (event.key === "w") {
    const working = document.getElementById("working");
    if (working) {
      working.open = !working.open;
      working.scrollIntoView({
        block: "nearest"
      });
    }
  }
}

document.addEventListener("keydown", (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey || tileKey(event) || !keysOn()) return;
  // A pedal writes nothing: it goes on from a field too.
  const pedal = document.body.classList.contains("at-bench") && event.key.startsWith("Page");
  if (typing(event.target) && !pedal) return;
  if (document.body.classList.contains("at-bench")) return benchKey(event);
  if (event.key === "/") {
    document.getElementById("find").focus();
    event.preventDefault();
    return;
  }
  if (event.key === "n") {
    Leaving.to("/leads/new");
    return;
  }
  if (document.body.classList.contains("on-lead")) leadKey(event);
});

document.addEventListener("DOMContentLoaded", () => {
  const box = document.getElementById("keys-on");
  if (box) {
    box.checked = keysOn();
    box.addEventListener("change", () => localStorage.setItem("keys", box.checked ? "on" : "off"));
  }
});

// A slider under a field pulls its figure about, in even steps of proportion; letting go keeps it.
document.addEventListener("input", (event) => {
  const slider = event.target;
  if (!slider.matches || !slider.matches("input.drag")) return;
  event.stopPropagation();
  const control = document.getElementById(slider.dataset.for);
  control.value = `${Number((10 ** Number(slider.value)).toPrecision(2))} ${slider.dataset.unit}`;
  control.dispatchEvent(new Event("input", {
    bubbles: true
  }));
}, true);
document.addEventListener("change", (event) => {
  if (!event.target.matches("input.drag")) return;
  event.stopPropagation();
  document.getElementById(event.target.dataset.for).dispatchEvent(new Event("change", {
    bubbles: true
  }));
}, true);

// A field whose note says it is wrong says so to a screen reader too; what was unfolded stays so.
document.addEventListener("htmx:afterSettle", () => {
  document.querySelectorAll("input[aria-describedby]").forEach((control) => {
    const note = document.getElementById(control.getAttribute("aria-describedby"));
    const bad = note && (note.matches(".note-bad") || note.querySelector(".note-bad"));
    control.setAttribute("aria-invalid", bad ? "true" : "false");
  });
  if (document.body.classList.contains("at-bench")) {
    document.getElementById("headline").focus();
  }
  (window.foldsOpen || []).forEach((id) => {
    const fold = document.getElementById(id);
    if (fold) fold.open = true;
  });
});
document.addEventListener("htmx:beforeSwap", (event) => {
  window.foldsOpen = [...document.querySelectorAll("details[id][open]")].map((fold) => fold.id);
  // A fault is told of beside what was typed; a page that says why something is not done stands alone.
  const status = event.detail.xhr.status;
  if (status === 401) return Keeper.signedOut(event.detail.xhr.getResponseHeader("Sign-In"));
  if (event.detail.requestConfig.path.includes("/pulse?")) return;
  if (status >= 400 && !(status >= 500 && event.detail.elt.matches("[data-keeps], [data-again]"))) {
    const page = new DOMParser().parseFromString(event.detail.xhr.responseText, "text/html");
    document.body.replaceWith(document.importNode(page.body, true));
  }
});

// What scrolls inside itself can be reached and scrolled by keys as well.
function reachable() {
  document.querySelectorAll("main :is(div, figure, section, form, nav, td):has(> svg, > table, > a)").forEach((box) => {
    const scrolls = getComputedStyle(box).overflowX === "auto" && box.scrollWidth > box.clientWidth;
    if (scrolls) box.tabIndex = 0;
    else if (box.getAttribute("tabindex") === "0") box.removeAttribute("tabindex");
  });
}
for (const name of ["DOMContentLoaded", "htmx:afterSettle"]) document.addEventListener(name, reachable);
window.addEventListener("resize", reachable);
