"""A lead with everything computed of it, stage by stage; each number once, when first asked for."""

from dataclasses import replace
from functools import cached_property, lru_cache
from typing import Any

from euthyne.core.lead import Lead, Proof
from euthyne.core.stages.brief.brief import BriefStage
from euthyne.core.stages.build.build import BuildStage
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.stages.ends.ends import EndsStage, LeadEnd
from euthyne.core.stages.given import given
from euthyne.core.stages.prove.prove import ProveStage
from euthyne.core.stages.tag.tag import TagStage

# What a lead is called, for whom and since when, why cautions of it were passed, how far it is proven: nothing
# before its proof hangs on these, so that a letter of a name or a reading works nothing out anew.
ASIDE: dict[str, Any] = {
    "tag": "",
    "name": "",
    "made_for": "",
    "created_at": "",
    "again_for": "",
    "wanted_by": None,
    "follows": None,
    "reasons": (),
    "typed": {},
    "proof": Proof(),
}


class BeforeProof:
    """All that a lead comes to before it is proven; a probe or a reading changes nothing of it."""

    def __init__(self, lead: Lead) -> None:
        self.given = given(lead)

    @cached_property
    def brief(self) -> BriefStage:
        """What the Brief comes to."""
        return BriefStage(self.given)

    @cached_property
    def conductor(self) -> ConductorStage:
        """What the Conductor comes to."""
        return ConductorStage(self.given, self.brief)

    @cached_property
    def ends(self) -> EndsStage:
        """What the Ends come to."""
        return EndsStage(self.given)

    @cached_property
    def cut(self) -> CutStage:
        """What Cut comes to."""
        return CutStage(self.given, self.conductor, self.ends)

    @cached_property
    def build(self) -> BuildStage:
        """What Build comes to."""
        return BuildStage(self.given, self.conductor, self.ends, self.cut)


@lru_cache(maxsize=256)
def before_proof(lead: Lead) -> BeforeProof:
    """The stages before the proof of a lead that ASIDE is taken off; the same one is computed once.

    Raises Refused when its parts are not on the shelf.
    """
    return BeforeProof(lead)


class Plan:
    """A lead, what each of its stages comes to, and the kind it is of.

    ``plan.conductor.size``, ``plan.ends["A"].part``, ``plan.cut.length``: a stage is computed on
    earlier ones only.
    """

    def __init__(self, lead: Lead) -> None:
        self.lead = lead
        self._unproven = replace(lead, **ASIDE)
        before = before_proof(self._unproven)
        self.given = replace(before.given, lead=lead)
        # One assembly for all: what it is made of is the same, however far it is proven.
        lead.__dict__["assembly"] = before.given.lead.assembly
        self.kind = self.given.kind
        self.cores = before.given.cores
        self.mains = before.given.mains
        self._before = before

    @cached_property
    def unproven(self) -> "Plan":
        """The plan of the same lead before any of its proof, whatever it is called: what comes of it holds
        however far it is proven.
        """
        return plan_of(self._unproven)

    @property
    def brief(self) -> BriefStage:
        """What the Brief comes to."""
        return self._before.brief

    @property
    def conductor(self) -> ConductorStage:
        """What the Conductor comes to."""
        return self._before.conductor

    @property
    def ends(self) -> EndsStage:
        """What the Ends come to."""
        return self._before.ends

    @property
    def cut(self) -> CutStage:
        """What Cut comes to."""
        return self._before.cut

    @property
    def build(self) -> BuildStage:
        """What Build comes to."""
        return self._before.build

    def when_live(self, end: LeadEnd) -> str:
        """When the contacts of an end are live, in words."""
        if end.side is None:
            return "shut in the lead"
        if end.fitting.existing and end.place is not None and end.place.source:
            return "always live: it is the source's own"
        if end.part.contact in ("lug", "clamp"):
            return "live from the moment it is on its post"
        if not self.brief.live_when_unmated(end.side):
            return "live only when plugged in"
        if end.side == "B":
            return "live as soon as the other end is in"
        return "live while the far end is in"

    @cached_property
    def prove(self) -> ProveStage:
        """What Prove comes to."""
        return ProveStage(self.given, self.conductor, self.ends, self.cut)

    @cached_property
    def tag(self) -> TagStage:
        """What goes on the tag."""
        return TagStage(self.given, self.brief, self.conductor, self.ends)


@lru_cache(maxsize=256)
def plan_of(lead: Lead) -> Plan:
    """The plan of a lead; the same lead is computed once. Raises Refused when its parts are not on
    the shelf.
    """
    return Plan(lead)
