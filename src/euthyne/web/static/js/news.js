// A field that says something else by now: what becomes of it here.
"use strict";

const News = (() => {
  // Parameters: typed, what the field says; news, what the lead says now; opened, what it said when it was
  // sent, or else when the page came; was, the sum of what the lead said before.
  // Answers "same", "take" where nothing was typed into it since, or "ours" where something was: it is
  // still held against what the lead said before, so that nothing is passed over in silence.
  function of(typed, news, opened, was) {
    if (typed === news) return "same";
    if (typed === opened) return "take";
    return was ? "ours" : "same as before";
  }

  return {
    of
  };
})();
