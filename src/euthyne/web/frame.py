"""What every page of a lead shares: the lead as it is held, its plan, its progress, the frame
around the stage.
"""

import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from hashlib import sha256
from typing import Any

from flask import current_app, g, render_template, request, session, url_for
from markupsafe import Markup

from euthyne.core.checks import Fix, Found
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.standing.fixes import tried_fix
from euthyne.core.standing.progress import Progress, progress_of
from euthyne.core.trade.measures import Measures, tell
from euthyne.drawing.ribbon import BENCH, FOLD, LIST, PAGE, ROW, TABLET, ribbon
from euthyne.store.clock import now
from euthyne.store.jobs import JobStore
from euthyne.store.leads import Held, LeadStore, Listed, Unread
from euthyne.web.access import here
from euthyne.web.measures import measures
from euthyne.web.words import day

WHERE = {"indoor": "indoors", "outdoor": "outdoors", "wet": "in the wet"}
FORMS = {"page": PAGE, "tablet": TABLET, "fold": FOLD, "row": ROW, "list": LIST, "bench": BENCH}


def store() -> LeadStore:
    """The leads of this application."""
    found: LeadStore = current_app.extensions["leads"]
    return found


def jobs() -> JobStore:
    """The jobs of this application."""
    found: JobStore = current_app.extensions["jobs"]
    return found


def who() -> str:
    """Whoever is at this bench: the person who is signed in; where nobody is entered, the initials that
    were given, empty when nobody has said.
    """
    me = here()
    return me.name if me is not None else str(session.get("who", ""))


def begin_lead(made: Callable[[str], Lead], words: str) -> Lead:
    """Keep a new lead under the next free tag, which ``made`` is given, built as this bench works."""
    practices = store().practices()
    begun = store().begin(
        lambda tag: with_value(made(tag), "build.practices", practices), now(), who(), words
    )
    return begun.lead


def wants_part() -> bool:
    """True when htmx asks for the part that changed."""
    return request.headers.get("HX-Request") == "true"


# The pages of these end on a press that settles them, or goes on.
PRESS_OF_ITS_OWN = (Stage.CONDUCTOR, Stage.ENDS, Stage.CUT, Stage.TAG)


@dataclass(frozen=True)
class LeadPage:
    """A lead with everything a page shows of it."""

    held: Held
    plan: Plan
    progress: Progress

    @property
    def tag(self) -> str:
        """The lead's tag."""
        return self.held.lead.tag

    @property
    def beside_its_name(self) -> str:
        """Its tag, whom it is for, where it lives, and when it is wanted, in one line."""
        lead = self.held.lead
        said = [self.tag]
        if lead.made_for:
            said.append(f"for {lead.made_for}")
        drum = ""
        if lead.brief.drum_layers:
            drum = ", on a drum"
        said.append(WHERE[lead.brief.place] + drum)
        if lead.wanted_by:
            said.append(f"wanted {day(lead.wanted_by)}")
        return " · ".join(said)

    def fix_of(self, found: Found) -> Fix | None:
        """What a finding offers, tried on the whole lead; None where it would not be better off."""
        if found.fix is None or found.reason:
            return None
        return tried_fix(self.held.lead, found.key)

    def reached(self, stage: Stage) -> bool:
        """True when a stage is worked out for this kind of lead."""
        return stage in self.progress.reach

    def onward(self, stage: Stage) -> Stage | None:
        """The stage after one that is done, where its page has no press of its own that goes there."""
        own = next(s for s in self.progress.standings if s.stage == stage)
        if stage in PRESS_OF_ITS_OWN or not own.finished or own.mark == "stop" or self.held.sealed:
            return None
        return self.progress.after(stage)

    def row(self, template: str) -> Markup:
        """The lead in a list, as a template draws it; drawn once for as long as nothing of it changes."""
        return _row(
            template, RowOf(self.held.lead, self.held.sealed), measures(), request.script_root
        )

    def ribbon(self, here: Stage | None = None, form: str = "page") -> Markup:
        """The lead's ribbon: as the head of a page, its words stacked for a narrow one, folded for a telephone,
        as a row of the Bench, or in a list.
        """
        try:
            return _ribbon(
                lead=self.held.lead,
                sealed=self.held.sealed,
                form=form,
                base=url_for("leads.lead", tag=self.tag),
                here=here,
            )
        except Exception:
            # One lead that cannot be drawn must not take a list of others down with it.
            current_app.logger.exception("%s cannot be drawn", self.tag)
            return Markup('<p class="quiet">This lead cannot be drawn.</p>')


@dataclass(frozen=True)
class RowOf:
    """What a row of a list is drawn from."""

    lead: Lead
    sealed: bool


@lru_cache(maxsize=1024)
def _row(template: str, of: RowOf, told_in: Measures, _root: str) -> Markup:
    page = page_of(Held(of.lead, of.sealed, "", 0))
    return Markup(tell(render_template(template, page=page), told_in))


@lru_cache(maxsize=1024)
def _ribbon(lead: Lead, sealed: bool, form: str, base: str, here: Stage | None) -> Markup:
    return Markup(
        ribbon(
            plan=plan_of(lead),
            progress=progress_of(lead, sealed),
            form=FORMS[form],
            base=base,
            here=here,
        )
    )


@lru_cache(maxsize=512)
def drawn(draw: Callable[[Plan], str], lead: Lead) -> Markup:
    """A drawing of a lead; the very same lead is drawn once."""
    return Markup(draw(plan_of(lead)))


def page_of(held: Held) -> LeadPage:
    """The page of a lead as it is held; what was computed of the very same lead before is used
    again.
    """
    return LeadPage(held, plan_of(held.lead), progress_of(held.lead, held.sealed))


@dataclass(frozen=True)
class Rows:
    """The rows of a list: the leads, those that cannot be read or worked out, and the place after
    which the next page begins.
    """

    pages: list[LeadPage]
    unread: list[Unread]
    more: str = ""


def rows(listed: Listed) -> Rows:
    """The rows of a list. It never fails for one of them."""
    pages, unread = [], list(listed.unread)
    for held in listed.leads:
        try:
            pages.append(page_of(held))
        except Exception:
            # Whatever is the matter with this one, the others are wanted.
            current_app.logger.exception("%s cannot be worked out", held.lead.tag)
            unread.append(Unread(held.lead.tag, held.lead.name, "its figures cannot be worked out"))
    return Rows(pages, unread, listed.more)


def lead_page(tag: str) -> LeadPage:
    """The page of a lead by its tag; as this request has just kept it, where it has. Raises
    NoSuchLead.
    """
    kept = g.get("kept")
    return page_of(kept if kept is not None and kept.lead.tag == tag else store().get(tag))


def show_stage(
    page: LeadPage, stage: Stage, texts: Mapping[str, str] | None = None, **context: Any
) -> str:
    """A stage of a lead: the whole page, or for htmx the parts that change.

    Parameters: page; stage; texts, what each control of its form says, by path; context, of the
    template.
    """
    if wants_part():
        template = "lead/answer.html"
    else:
        template = f"{stage.value}/page.html"
    return render_template(
        template,
        page=page,
        stage=stage,
        stages=list(Stage),
        who=who(),
        part=wants_part(),
        **(_opened_with(texts or {}) | context),
    )


def _opened_with(texts: Mapping[str, str]) -> dict[str, Any]:
    """What a form is opened with: the sum of each control, the fields that two set, and for a page
    that is open already the controls that say something else by now.
    """
    both, sent = g.get("both", {}), g.get("sent")
    if sent is None:
        news = dict(texts)  # another press changed the lead: what the controls say is not known
    else:
        # What this request itself changed stays as it was typed.
        news = {p: t for p, t in texts.items() if sent.get(p, t) != t and p not in g.typed}
    return {
        "seen": json.dumps({p: sum_of(t) for p, t in texts.items() if p not in both}),
        "news": json.dumps({p: t for p, t in news.items() if p not in both})
        if wants_part()
        else "",
        "both": list(both.values()),
    }


def sum_of(text: str) -> str:
    """A short sum of what a control says."""
    return sha256(text.encode()).hexdigest()[:8]


def not_reached(page: LeadPage, stage: Stage) -> str:
    """A stage that one termination has not, said as it is."""
    return render_template(
        "lead/not_reached.html", page=page, stage=stage, stages=list(Stage), who=who(), part=False
    )
