"""What working practices do to a lead: the steps they change, and the checks they raise."""

from dataclasses import dataclass, replace

from euthyne.core.checks import Found, checks
from euthyne.core.lead import Lead
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.trade.practices import Practices


@dataclass(frozen=True)
class Effect:
    """A lead's steps under some practices, each with whether the usual practices have it; the steps
    of those that went; and the checks that come of it.
    """

    steps: tuple[tuple[BuildStep, bool], ...]
    gone: tuple[BuildStep, ...]
    found: tuple[Found, ...]

    @property
    def changed(self) -> int:
        """How many steps read otherwise, came, or went."""
        return sum(new for _, new in self.steps) + len(
            [s for s in self.gone if s.key not in self._keys]
        )

    @property
    def _keys(self) -> set[str]:
        return {s.key for s, _ in self.steps}


def effect_of(lead: Lead, practices: Practices) -> Effect:
    """What practices do to a lead, against the usual ones.

    Raises Refused when its parts are not on the shelf.
    """
    usual, worked = _practised(lead, Practices()), _practised(lead, practices)
    said, now = {_read(s) for s in usual.build.steps}, {_read(s) for s in worked.build.steps}
    steps = tuple((s, _read(s) not in said or _moved(s, usual, worked)) for s in worked.build.steps)
    gone = tuple(s for s in usual.build.steps if _read(s) not in now)
    before = {f.code for f in checks(usual)}
    return Effect(steps, gone, tuple(f for f in checks(worked) if f.code not in before))


def _read(step: BuildStep) -> tuple[object, ...]:
    """What a step says, numbers and all."""
    return step.key, step.headline, step.detail, step.figures


def _moved(step: BuildStep, usual: Plan, worked: Plan) -> bool:
    """True when a landing step comes at another turn among those of its end."""
    if step.kind != "land":
        return False
    turns = [
        [s.key for s in p.build.steps if s.kind == "land" and s.end == step.end]
        for p in (usual, worked)
    ]
    return turns[0].index(step.key) != turns[1].index(step.key)


def _practised(lead: Lead, practices: Practices) -> Plan:
    return plan_of(replace(lead, build=replace(lead.build, practices=practices)))
