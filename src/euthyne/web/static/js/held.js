// What is typed and not kept yet, held in this browser by the address it goes to: each field with its text
// and the sum of what it said when it was opened.
"use strict";

const Held = (() => {
  const MARK = "typed ";

  function at(address) {
    try {
      return JSON.parse(localStorage.getItem(MARK + address));
    } catch {
      return null;
    }
  }

  function put(address, fields) {
    try {
      if (!Object.keys(fields).length) localStorage.removeItem(MARK + address);
      else localStorage.setItem(MARK + address, JSON.stringify({
        page: location.pathname,
        name: document.title.replace(" · Euthyne", ""),
        fields
      }));
    } catch {
      // A browser that holds nothing still sends what is typed.
    }
  }

  // Fields that are not kept now. One that was held before keeps the sum it was opened with: what somebody
  // set since is not passed over.
  function fields(unkept, before, sums) {
    return Object.fromEntries(unkept.map((c) => [c.name, {
      text: c.value,
      seen: before && before.fields[c.name] ? before.fields[c.name].seen : sums[c.name]
    }]));
  }

  function body(held, token) {
    const form = new FormData();
    const seen = {};
    Object.entries(held).forEach(([name, had]) => {
      form.set(name, had.text);
      if (had.seen) seen[name] = had.seen;
    });
    form.set("seen", JSON.stringify(seen));
    form.set("csrf_token", token);
    return form;
  }

  const token = () => document.querySelector("meta[name=csrf]").content;

  // What other pages of this browser held is sent; what is still not kept is told of.
  async function sendOthers(own, tell) {
    const keys = Object.keys(localStorage).filter((k) => k.startsWith(MARK) && k !== MARK + own);
    for (const key of keys) {
      const address = key.slice(MARK.length);
      const old = at(address);
      if (!old) continue;
      try {
        const answer = await fetch(address, {
          method: "POST",
          body: body(old.fields, token())
        });
        if (answer.ok) localStorage.removeItem(key);
        else tell(old);
      } catch {
        tell(old);
      }
    }
  }

  // Sent while the page goes: nobody waits for the answer.
  function sendAtOnce(address) {
    const old = at(address);
    if (old) fetch(address, {
      method: "POST",
      body: body(old.fields, token()),
      keepalive: true
    });
  }

  return {
    at,
    put,
    fields,
    body,
    sendOthers,
    sendAtOnce
  };
})();
