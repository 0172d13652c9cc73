// Leaving a page: a press or a link waits until what was typed is kept, and goes all the same when it is
// pressed a second time; nothing leaves for an error page.
"use strict";

const Leaving = (() => {
  let insisted = null;

  const go = (href) => {
    window.location.href = href;
  };

  async function first(event, then) {
    if (!Keeper.open() || insisted === event.target) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (await Keeper.flush()) return then();
    insisted = event.target;
    Said.more(" Press again to go on without: it stays held.");
  }

  document.addEventListener("click", (event) => {
    const link = event.target.closest && event.target.closest("a[href]");
    if (!link || event.ctrlKey || event.metaKey || event.shiftKey || event.button) return;
    const href = link.getAttribute("href");
    if (href.startsWith("#") || link.target === "_blank" || link.hasAttribute("hx-get")) return;
    if (link.closest("#kept")) return; // where it leads is how it comes to be kept
    first(event, () => go(href));
  }, true);

  document.addEventListener("submit", (event) => {
    if (Keeper.isOwn(event.target) || event.target.hasAttribute("hx-post")) return;
    const press = event.submitter;
    first(event, () => event.target.requestSubmit(press));
  }, true);

  document.addEventListener("htmx:confirm", (event) => {
    if (!Keeper.open() || Keeper.isOwn(event.detail.elt) || event.detail.verb === "get") return;
    event.preventDefault();
    Keeper.flush().then((good) => {
      if (!good) return;
      if (event.detail.elt.isConnected) event.detail.issueRequest(true);
      else Renewed.again(Renewed.standing(event.detail.elt));
    });
  });

  // Whatever else is pressed says so when the program does not answer.
  for (const name of ["htmx:sendError", "htmx:timeout"]) {
    document.addEventListener(name, (event) => {
      const elt = event.detail.elt;
      if (elt.matches("form[data-keeps]") || event.detail.requestConfig.verb === "get") return;
      if (elt.dataset.again !== undefined) {
        Said.line("Not kept yet: the program does not answer. Trying again.", "not");
        setTimeout(() => elt.isConnected && elt.requestSubmit(), 1500);
      } else {
        const words = "The program does not answer: whether that press was kept is not known.";
        Said.line(`${words} Look again when it answers.`, "not");
      }
    });
  }
  document.addEventListener("htmx:afterOnLoad", (event) => {
    if (event.detail.elt.dataset.again !== undefined && Said.isNot()) Said.line("Kept.", "kept");
  });

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
      go(link.href);
    } catch {
      Said.line("The program does not answer. This page stays as it is: press again in a while.", "not");
    }
  });

  // To another page, once what was typed is kept.
  const to = async (href) => {
    if (await Keeper.flush()) go(href);
  };

  // A press that settled its stage goes on to the next.
  document.addEventListener("onward", (event) => to(event.detail.value));

  return {
    to
  };
})();
