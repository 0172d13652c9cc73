"use strict";
// The bench with hands full: the screen kept awake, the step said aloud when asked, and one field that
// the device's own dictation can fill.
(() => {
  if (!document.body.classList.contains("at-bench")) return;
  const panel = document.getElementById("hands");
  if (!panel) return;
  const SAY = "say-steps";
  const WAIT = 700; // ms after the last word that was dictated

  // ---- awake

  const awake = document.getElementById("awake");
  async function keepAwake() {
    if (!("wakeLock" in navigator)) {
      const why = "the page did not come over TLS, nor from this machine itself";
      awake.textContent = `This screen is not kept awake: ${why}.`;
      return;
    }
    try {
      await navigator.wakeLock.request("screen");
      awake.textContent = "This screen is kept awake.";
    } catch {
      awake.textContent = "This screen is not kept awake: the device does not allow it now.";
    }
  }
  document.addEventListener("visibilitychange", () => document.hidden || keepAwake());

  // ---- aloud

  const press = document.getElementById("say-steps");
  const aloud = () => localStorage.getItem(SAY) === "on";
  const inWords = (e) => e.textContent.trim().replace(/\s+/g, " ");
  const words = (selector) => [...document.querySelectorAll(selector)].map(inWords);
  let last = "";

  function said() {
    const parts = words("#bench .bench-figures div");
    const asked = words("#bench .bench-asks label");
    return [...words("#headline"), ...words("#bench .bench-detail"), ...parts, ...asked].join(". ");
  }

  function say(again) {
    if (!("speechSynthesis" in window)) return;
    const step = said();
    if (!again && step === last) return;
    last = step;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(step));
  }

  function shown() {
    press.setAttribute("aria-pressed", aloud() ? "true" : "false");
    if (aloud()) say(false);
  }
  press.addEventListener("click", () => {
    localStorage.setItem(SAY, aloud() ? "off" : "on");
    last = "";
    if (!aloud() && "speechSynthesis" in window) speechSynthesis.cancel();
    shown();
  });
  if (!("speechSynthesis" in window)) press.hidden = true;
  document.addEventListener("htmx:afterSettle", () => {
    shown();
    if (panel.open && told.dataset.inUse === "yes") told.focus();
  });

  // ---- by voice

  const told = document.getElementById("told");
  const answer = document.getElementById("told-answer");
  const WORDS = {
    "key-go": ["done", "yes", "it is", "confirm"],
    "say-yes": ["good", "it is good", "sounds", "yes", "done", "on", "confirm"],
    "say-no": ["not good", "silent", "no"],
    "key-on": ["next", "look on"],
    "key-back": ["back", "look back"],
    "key-undo": ["not right", "wrong"],
    "key-forgot": ["forgot", "i forgot one"]
  };
  let later = null;

  function heard() {
    const typed = told.value.trim().replace(/[.,!?]+$/, "");
    const text = typed.toLowerCase().replace(/[,!?]/g, "");
    if (!text) return;
    told.value = "";
    told.dataset.inUse = "yes";
    if (["say it", "say again", "repeat"].includes(text)) return say(true);
    const id = Object.keys(WORDS).find((name) => WORDS[name].includes(text) && document.getElementById(name));
    const key = id && document.getElementById(id);
    const reading = document.getElementById("reading");
    if (!key && reading && /\d|^ol$/.test(text)) {
      reading.value = typed;
      answer.textContent = `“${typed}”`;
      return reading.form.requestSubmit();
    }
    const known = panel.dataset.known;
    answer.textContent = key ? `“${text}”` : `“${text}” is none of: ${known}.`;
    if (key) key.click();
  }
  told.addEventListener("input", () => {
    clearTimeout(later);
    later = setTimeout(heard, WAIT);
  });
  told.addEventListener("keydown", (event) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    clearTimeout(later);
    heard();
  });

  // Hands that are full stay so from one page to the next.
  const OPEN = "hands-full";
  panel.addEventListener("toggle", () => sessionStorage.setItem(OPEN, panel.open ? "yes" : ""));
  if (sessionStorage.getItem(OPEN)) {
    panel.open = true;
    told.dataset.inUse = "yes";
    told.focus();
  }

  keepAwake();
  shown();
})();
