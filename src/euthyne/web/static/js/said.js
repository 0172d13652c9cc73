// What is said of what is typed: a line in the rail, a word beside each field.
"use strict";

const Said = (() => {
  const STAYS = 4000; // ms that "kept" stands beside a field

  function line(words, state) {
    const at = document.getElementById("kept");
    if (!at || (at.textContent === words && at.dataset.state === state)) return;
    at.textContent = words;
    at.dataset.state = state;
  }

  // Words with a link in them, that leads to where something can be done about it.
  function withLink(before, href, name, after) {
    line("", "not");
    const link = document.createElement("a");
    link.href = href;
    link.textContent = name;
    document.getElementById("kept").append(before, link, after);
  }

  // More words behind those that stand there.
  function more(words) {
    document.getElementById("kept").append(words);
  }

  function isNot() {
    const at = document.getElementById("kept");
    return Boolean(at) && at.dataset.state === "not";
  }

  // Something is typed and not sent yet; what is said to be not kept stays said.
  function typed() {
    if (!isNot()) document.getElementById("kept").dataset.state = "typed";
  }

  function beside(one, words, state) {
    if (!one) return;
    let mark = one.parentElement.querySelector(`.kept-mark[data-of="${CSS.escape(one.name)}"]`);
    if (!words) {
      if (mark) mark.remove();
      return;
    }
    if (!mark) {
      mark = document.createElement("span");
      mark.className = "kept-mark";
      mark.dataset.of = one.name;
      one.insertAdjacentElement("afterend", mark);
    }
    mark.textContent = words;
    mark.dataset.state = state;
    if (state === "kept") setTimeout(() => mark.dataset.state === "kept" && mark.remove(), STAYS);
  }

  return {
    line,
    withLink,
    more,
    isNot,
    typed,
    beside
  };
})();
