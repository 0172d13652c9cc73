// What is typed at a stage: sent as it is typed, said to be kept or not beside each field and in the
// rail, tried again while the program does not answer, and held in this browser until it is kept.
"use strict";

const RETRY = [1000, 2000, 4000];
const FRAME = ["csrf_token", "seen", "mine", "theirs"];

const Keeper = (() => {
  let form = null;
  const kept = {}; // by field, the text the program is known to have
  let sent = null; // the texts of the request under way
  let later = null; // the timer of the next one
  let failures = 0;
  let waiting = []; // told when all is kept, or that it can not be

  const controls = () => [...form.elements].filter((c) => c.name && !FRAME.includes(c.name) &&
    c.type !== "range" && c.type !== "submit" && !c.disabled);
  const control = (name) => controls().find((c) => c.name === name);
  const texts = () => Object.fromEntries(controls().map((c) => [c.name, c.value]));
  const unkept = () => form ? controls().filter((c) => kept[c.name] !== c.value) : [];
  const seen = () => document.getElementById("seen");
  const sums = () => JSON.parse(seen().value || "{}");

  const known = new WeakSet();

  // A control as the page brought it: what it says then is kept.
  function meet(one) {
    known.add(one);
    kept[one.name] = opened(one);
  }

  function opened(one) {
    if (one.tagName !== "SELECT") return one.defaultValue;
    const chosen = [...one.options].find((o) => o.defaultSelected) || one.options[0];
    return chosen ? chosen.value : "";
  }

  const clock = () => new Date().toTimeString().slice(0, 5);

  function hold() {
    Held.put(form.action, Held.fields(unkept(), Held.at(form.action), sums()));
  }

  // ---- sending

  function soon(wait) {
    clearTimeout(later);
    later = setTimeout(send, wait);
  }

  function send() {
    later = null;
    if (sent || !unkept().length) return;
    sent = texts();
    setTimeout(() => {
      if (sent && failures === 0) Said.line("Being kept…", "under-way");
    }, 700);
    htmx.trigger(form, "keep");
  }

  function refused(words) {
    failures += 1;
    sent = null;
    const open = unkept();
    const fields = open.length === 1 ? "1 field is" : `${open.length} fields are`;
    open.forEach((c) => Said.beside(c, "not kept", "not"));
    Said.line(`Not kept: ${words} ${fields} held in this page, and tried again until kept.`, "not");
    settle(false);
    soon(RETRY[Math.min(failures - 1, RETRY.length - 1)]);
  }

  // Nobody is signed in here any more: what is typed stays in the page and in this browser, and is kept
  // after the sign-in.
  function signedOut(address) {
    if (form) hold();
    sent = null;
    clearTimeout(later);
    settle(false);
    const words = form && unkept().length ? " What you typed is held here, and kept after it." : "";
    const back = encodeURIComponent(location.pathname + location.search);
    Said.withLink("Nobody is signed in on this device. ", `${address}?back=${back}`, "Sign in", `.${words}`);
  }

  function settle(good) {
    const told = waiting;
    waiting = [];
    told.forEach((tell) => tell(good));
  }

  // The program has answered: what was sent is kept, but for the fields that two had set.
  function answered(fresh) {
    const both = (document.getElementById("two-set").dataset.paths || "").split(" ").filter(Boolean);
    failures = 0;
    Object.entries(sent || {}).forEach(([name, text]) => {
      if (both.includes(name)) return;
      const was = kept[name];
      const one = control(name);
      if (!fresh.includes(name)) kept[name] = text;
      if (one && was !== text) Said.beside(one, one.value === text ? "kept" : "", "kept");
    });
    both.forEach((name) => Said.beside(control(name), "not kept: set by someone else", "not"));
    sent = null;
    hold();
    const open = unkept().filter((c) => !both.includes(c.name));
    if (open.length) return soon(0);
    if (both.length) Said.line("Not kept: a field was set by someone else. Say which holds.", "not");
    else Said.line(`Kept ${clock()}`, "kept");
    settle(!both.length);
  }

  // Fields that say something else by now: taken over where nothing was typed into them since.
  function takeNews(before, ours) {
    const now = sums();
    Object.entries(JSON.parse(seen().dataset.news || "{}")).forEach(([name, text]) => {
      const one = control(name);
      const opened = (ours ? sent : kept)[name];
      switch (News.of(one ? one.value : text, text, opened, before[name])) {
        case "same":
          kept[name] = text;
          break;
        case "take":
          one.value = kept[name] = text;
          if (ours) sent[name] = text;
          Said.beside(one, "set meanwhile", "kept");
          break;
        case "ours":
          now[name] = before[name];
      }
    });
    seen().value = JSON.stringify(now);
  }

  // A stage that asks more by now is shown anew once nothing is being typed.
  let showAnew = false;

  function asksOtherwise() {
    const asked = (seen().dataset.asks || "").split(" ").filter(Boolean);
    const missing = asked.filter((id) => !document.getElementById(id));
    showAnew = missing.length > 0;
  }

  async function anew() {
    if (!showAnew || (document.activeElement && document.activeElement.matches("#stage-form input, textarea"))) return;
    showAnew = false;
    if (await flush()) location.reload();
  }

  // Everything kept? Answers true when it is, false when it can not be now.
  function flush() {
    if (!form || !unkept().length) return Promise.resolve(true);
    return new Promise((tell) => {
      waiting.push(tell);
      if (!sent) soon(0);
    });
  }

  // ---- what an earlier page held

  function putBack() {
    const old = Held.at(form.action);
    if (!old) return;
    const before = sums();
    let any = 0;
    Object.entries(old.fields).forEach(([name, had]) => {
      const one = control(name);
      if (!one || one.value === had.text) return;
      one.value = had.text;
      if (had.seen) before[name] = had.seen;
      any += 1;
    });
    seen().value = JSON.stringify(before);
    if (!any) return Held.put(form.action, {});
    Said.line("What was typed here and not kept is back in its fields, and is being kept.", "under-way");
    soon(0);
  }

  // ---- the page

  function start() {
    form = document.querySelector("form[data-keeps]");
    if (form) {
      controls().forEach(meet);
      form.addEventListener("input", (event) => changed(event, 300));
      form.addEventListener("change", (event) => changed(event, 0));
      form.addEventListener("submit", submitted, true);
      form.addEventListener("focusout", () => setTimeout(anew));
      putBack();
      // A quick hand may have typed before this script was there to hear it.
      if (unkept().length) soon(0);
    }
    Held.sendOthers(form ? form.action : "", (old) =>
      Said.withLink("Not kept yet, typed at ", old.page, old.name, ". Open it to see."));
  }

  function changed(event, wait) {
    const one = event.target;
    if (!one.name || FRAME.includes(one.name)) return;
    Said.beside(one, "", "");
    hold();
    if (!unkept().length) return;
    Said.typed();
    if (failures === 0 || wait === 0) soon(wait);
  }

  // Enter keeps at once; a choice between what two had set goes as it is.
  function submitted(event) {
    const press = event.submitter;
    if (press && FRAME.includes(press.name)) {
      sent = texts();
      if (press.name === "mine") {
        const told = JSON.parse(press.value);
        sent[told.path] = told.text;
      }
      return;
    }
    event.preventDefault();
    event.stopImmediatePropagation();
    if (press && press.hasAttribute("hx-post")) return Renewed.again(press);
    soon(0);
  }

  // Keeping goes to the form's own address, whichever press the hand rests on just then: htmx would take
  // the one with the focus for pressed.
  document.addEventListener("htmx:configRequest", (event) => {
    const asked = event.detail;
    if (asked.elt !== form || !asked.triggeringEvent || asked.triggeringEvent.type !== "keep") return;
    asked.path = form.getAttribute("action");
    ["mine", "theirs"].forEach((name) => asked.formData.delete(name));
  });

  let typedSince = {};
  let sumsBefore = {};
  // What is looked up changes no field; what an open page is told of others' changes does.
  const onlyLooks = (event) =>
    event.detail.requestConfig.verb === "get" &&
    (!event.detail.requestConfig.path.includes("/pulse?") || event.detail.xhr.status === 204);
  document.addEventListener("htmx:beforeSwap", (event) => {
    if (!form || onlyLooks(event)) return;
    const before = event.detail.elt === form && sent ? sent : kept;
    sumsBefore = sums();
    controls().forEach((c) => {
      if (before[c.name] !== c.value) typedSince[c.name] = c.value;
    });
  });
  document.addEventListener("htmx:afterRequest", (event) => {
    if (!form || onlyLooks(event)) return;
    const status = event.detail.xhr.status;
    const ours = event.detail.elt === form;
    if (status >= 200 && status < 400) {
      const fresh = controls().filter((c) => !known.has(c));
      fresh.forEach(meet);
      takeNews(sumsBefore, ours && Boolean(sent));
      fresh.forEach((c) => {
        if (c.name in typedSince) c.value = typedSince[c.name];
      });
      typedSince = {};
      if (ours) answered(fresh.map((c) => c.name));
      asksOtherwise();
      anew();
    } else if (ours && (status === 0 || status >= 500)) {
      refused(status ? `the program answered with a fault (${status}).` : "the program does not answer.");
    } else if (status === 401) {
      sent = null;
    } else if (ours && status === 413) {
      refused("it is more than is taken at once. Shorten it.");
    } else if (ours) {
      Held.put(form.action, {});
      form = null;
    }
  });

  window.addEventListener("pagehide", () => {
    if (!form || !unkept().length) return;
    hold();
    Held.sendAtOnce(form.action);
  });
  document.addEventListener("DOMContentLoaded", start);

  return {
    signedOut,
    flush,
    isOwn: (one) => one === form,
    open: () => Boolean(form) && unkept().length > 0
  };
})();
