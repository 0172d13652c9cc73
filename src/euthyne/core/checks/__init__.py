"""Every check, found by looking into this folder: a function of the plan, silent or saying what it
found.
"""

from collections.abc import Iterable, Iterator
from dataclasses import replace
from functools import lru_cache
from importlib import import_module
from pkgutil import walk_packages

from euthyne.core.checks.found import LISTED, Check, Fix, Found
from euthyne.core.kinds import KINDS, Caution
from euthyne.core.lead import Reason
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.fault import Level

__all__ = ["CHECKS", "Check", "Fix", "Found", "checks", "found_before_proof", "listed"]

GRAVITY: tuple[Level, ...] = ("stop", "caution", "note")

BEFORE_PROOF = tuple(s for s in Stage if s.number < Stage.PROVE.number)


def _listed() -> tuple[Check, ...]:
    """Every check, in the order of the stages and, within one, of the files and the lines of each: one
    order, whichever file was wanted first.
    """
    for module in walk_packages(__path__, f"{__name__}."):
        import_module(module.name)
    lines = {c.code: c.look.__code__.co_firstlineno for c in LISTED.values()}
    return tuple(
        sorted(
            LISTED.values(),
            key=lambda c: (c.stage.number, c.look.__module__, lines[c.code]),
        )
    )


CHECKS = _listed()


def listed() -> tuple[Check | Caution, ...]:
    """Every check, and every caution that a kind always carries, by stage and code."""
    said: dict[str, Check | Caution] = {c.code: c for k in KINDS.values() for c in k.cautions}
    everything = [*CHECKS, *said.values()]
    return tuple(sorted(everything, key=lambda c: (c.stage.number, c.code)))


def checks(plan: Plan) -> tuple[Found, ...]:
    """Everything found in a plan, stops first, then in the order of the stages; a passed caution
    carries its reason.
    """
    found = [*found_before_proof(plan.unproven), *_looked(plan, (Stage.PROVE, Stage.TAG))]
    found += [_said_of_kind(caution) for caution in plan.kind.cautions]
    reasons = {r.key: r for r in plan.lead.reasons}
    found = [_passed(f, reasons.get(f.key)) for f in found]
    return tuple(sorted(found, key=lambda f: (GRAVITY.index(f.level), f.stage.number)))


def _looked(plan: Plan, stages: Iterable[Stage]) -> Iterator[Found]:
    """What the checks of some stages find, those of its kind of current."""
    current = "DC"
    if plan.mains:
        current = "AC"
    for check in CHECKS:
        if check.stage in stages and check.on in (None, current):
            yield from check(plan)


@lru_cache(maxsize=256)
def found_before_proof(plan: Plan) -> tuple[Found, ...]:
    """What the checks of the stages before the proof find: a probe or a reading changes none of it."""
    return tuple(_looked(plan, BEFORE_PROOF))


def _passed(found: Found, reason: Reason | None) -> Found:
    """A caution with the reason that passed it, while its figures are those it was passed with."""
    if reason is None:
        return found
    if reason.figures == found.kept_figures:
        return replace(found, reason=reason.text)
    return replace(found, lapsed=reason.text)


def _said_of_kind(caution: Caution) -> Found:
    return Found(
        code=caution.code,
        level=caution.level,
        stage=caution.stage,
        title=caution.title,
        text=caution.text,
        why=caution.why,
        clears=caution.clears,
    )
