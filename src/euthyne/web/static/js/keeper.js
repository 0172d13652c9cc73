// What is typed at a stage: sent as it is typed, said to be kept or not beside each field and in the
// rail, tried again while the program does not answer, and held in this browser until it is kept.
"use strict";

const RETRY = [1000, 2000, 4000];
const FRAME = ["csrf_token", "seen", "mine", "theirs"];
const HELD = "typed ";

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

  // ---- what is said of it

  function say(words, state) {
    const line = document.getElementById("kept");
    if (!line || (line.textContent === words && line.dataset.state === state)) return;
    line.textContent = words;
    line.dataset.state = state;
  }

  function mark(one, words, state) {
    if (!one) return;
    let said = one.parentElement.querySelector(`.kept-mark[data-of="${CSS.escape(one.name)}"]`);
    if (!words) {
      if (said) said.remove();
      return;
    }
    if (!said) {
      said = document.createElement("span");
      said.className = "kept-mark";
      said.dataset.of = one.name;
      one.insertAdjacentElement("afterend", said);
    }
    said.textContent = words;
    said.dataset.state = state;
    if (state === "kept") setTimeout(() => said.dataset.state === "kept" && said.remove(), 4000);
  }

  const clock = () => new Date().toTimeString().slice(0, 5);

  // ---- what is held in this browser until it is kept

  function hold() {
    const fields = {};
    const old = stored(form.action);
    const before = sums();
    unkept().forEach((c) => {
      const had = old && old.fields[c.name];
      fields[c.name] = {
        text: c.value,
        seen: had ? had.seen : before[c.name]
      };
    });
    store(form.action, fields);
  }

  function stored(address) {
    try {
      return JSON.parse(localStorage.getItem(HELD + address));
    } catch {
      return null;
    }
  }

  function store(address, fields) {
    try {
      if (!Object.keys(fields).length) localStorage.removeItem(HELD + address);
      else localStorage.setItem(HELD + address, JSON.stringify({
        page: location.pathname,
        name: document.title.replace(" · Euthyne", ""),
        fields
      }));
    } catch {
      // A browser that holds nothing still sends what is typed.
    }
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
      if (sent && failures === 0) say("Being kept…", "under-way");
    }, 700);
    htmx.trigger(form, "keep");
  }

  function refused(words) {
    failures += 1;
    sent = null;
    const open = unkept();
    const fields = open.length === 1 ? "1 field is" : `${open.length} fields are`;
    open.forEach((c) => mark(c, "not kept", "not"));
    say(`Not kept: ${words} ${fields} held in this page, and tried again until kept.`, "not");
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
    say("", "not");
    const link = document.createElement("a");
    link.href = `${address}?back=${encodeURIComponent(location.pathname + location.search)}`;
    link.textContent = "Sign in";
    const words = form && unkept().length ? " What you typed is held here, and kept after it." : "";
    document.getElementById("kept").append("Nobody is signed in on this device. ", link, `.${words}`);
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
      if (one && was !== text) mark(one, one.value === text ? "kept" : "", "kept");
    });
    both.forEach((name) => mark(control(name), "not kept: set by someone else", "not"));
    sent = null;
    hold();
    const open = unkept().filter((c) => !both.includes(c.name));
    if (open.length) return soon(0);
    if (both.length) say("Not kept: a field was set by someone else. Say which holds.", "not");
    else say(`Kept ${clock()}`, "kept");
    settle(!both.length);
  }

  // Fields that say something else by now: taken over where nothing was typed into them since.
  function takeNews(before, ours) {
    const now = sums();
    Object.entries(JSON.parse(seen().dataset.news || "{}")).forEach(([name, text]) => {
      const one = control(name);
      if (!one || one.value === text) {
        kept[name] = text;
      } else if (one.value === (ours ? sent : kept)[name]) {
        one.value = kept[name] = text;
        if (ours) sent[name] = text;
        mark(one, "set meanwhile", "kept");
      } else if (before[name]) {
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
    const old = stored(form.action);
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
    if (!any) return store(form.action, {});
    say("What was typed here and not kept is back in its fields, and is being kept.", "under-way");
    soon(0);
  }

  async function others() {
    const ours = form ? HELD + form.action : "";
    const keys = Object.keys(localStorage).filter((k) => k.startsWith(HELD) && k !== ours);
    for (const key of keys) {
      const old = stored(key.slice(HELD.length));
      if (!old) continue;
      const body = bodyOf(old.fields);
      try {
        const answer = await fetch(key.slice(HELD.length), {
          method: "POST",
          body
        });
        if (answer.ok) localStorage.removeItem(key);
        else tellOf(old);
      } catch {
        tellOf(old);
      }
    }
  }

  function bodyOf(fields) {
    const body = new FormData();
    const before = {};
    Object.entries(fields).forEach(([name, had]) => {
      body.set(name, had.text);
      if (had.seen) before[name] = had.seen;
    });
    body.set("seen", JSON.stringify(before));
    body.set("csrf_token", document.querySelector("meta[name=csrf]").content);
    return body;
  }

  function tellOf(old) {
    say("", "not");
    const link = document.createElement("a");
    link.href = old.page;
    link.textContent = old.name;
    document.getElementById("kept").append("Not kept yet, typed at ", link, ". Open it to see.");
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
    others();
  }

  function changed(event, wait) {
    const one = event.target;
    if (!one.name || FRAME.includes(one.name)) return;
    mark(one, "", "");
    hold();
    if (!unkept().length) return;
    const line = document.getElementById("kept");
    if (line.dataset.state !== "not") line.dataset.state = "typed";
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
    soon(0);
  }

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
      store(form.action, {});
      form = null;
    }
  });

  // A press or a link waits until what was typed is kept; a second press goes all the same.
  let insisted = null;
  async function first(event, go) {
    if (!form || !unkept().length || insisted === event.target) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (await flush()) return go();
    insisted = event.target;
    const line = document.getElementById("kept");
    line.append(" Press again to go on without: it stays held.");
  }
  document.addEventListener("click", (event) => {
    const link = event.target.closest && event.target.closest("a[href]");
    if (!link || event.ctrlKey || event.metaKey || event.shiftKey || event.button) return;
    const href = link.getAttribute("href");
    if (href.startsWith("#") || link.target === "_blank" || link.hasAttribute("hx-get")) return;
    if (link.closest("#kept")) return; // where it leads is how it comes to be kept
    first(event, () => leave(href));
  }, true);
  document.addEventListener("submit", (event) => {
    if (event.target === form || event.target.hasAttribute("hx-post")) return;
    const press = event.submitter;
    first(event, () => event.target.requestSubmit(press));
  }, true);
  document.addEventListener("htmx:confirm", (event) => {
    if (!form || event.detail.elt === form || event.detail.verb === "get") return;
    if (!unkept().length) return;
    event.preventDefault();
    flush().then((good) => good && event.detail.issueRequest(true));
  });
  window.addEventListener("pagehide", () => {
    if (!form || !unkept().length) return;
    hold();
    const old = stored(form.action);
    if (old) fetch(form.action, {
      method: "POST",
      body: bodyOf(old.fields),
      keepalive: true
    });
  });
  document.addEventListener("DOMContentLoaded", start);

  function leave(href) {
    window.location.href = href;
  }
  return {
    signedOut,
    leave: async (href) => {
      if (await flush()) leave(href);
    },
    say
  };
})();

// Whatever else is pressed says so when the program does not answer; nothing leaves for an error page.
for (const name of ["htmx:sendError", "htmx:timeout"]) {
  document.addEventListener(name, (event) => {
    const elt = event.detail.elt;
    if (elt.matches("form[data-keeps]") || event.detail.requestConfig.verb === "get") return;
    if (elt.dataset.again !== undefined) {
      Keeper.say("Not kept yet: the program does not answer. Trying again.", "not");
      setTimeout(() => elt.isConnected && elt.requestSubmit(), 1500);
    } else {
      const words = "The program does not answer: whether that press was kept is not known.";
      Keeper.say(`${words} Look again when it answers.`, "not");
    }
  });
}

// At the bench a link is followed once the program is known to answer.
document.addEventListener("click", async (event) => {
  const link = event.target.closest && event.target.closest(".at-bench a[href]");
  if (!link || event.ctrlKey || event.metaKey || event.defaultPrevented) return;
  event.preventDefault();
  try {
    await fetch(document.querySelector("link[rel=icon]").href, {
      cache: "no-store",
      signal: AbortSignal.timeout(5000)
    });
    window.location.href = link.href;
  } catch {
    Keeper.say("The program does not answer. This page stays as it is: press again in a while.", "not");
  }
});
document.addEventListener("htmx:afterOnLoad", (event) => {
  const line = document.getElementById("kept");
  if (event.detail.elt.dataset.again !== undefined && line && line.dataset.state === "not") Keeper.say("Kept.", "kept");
});
