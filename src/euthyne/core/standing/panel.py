"""The schedule of a panel: every circuit of a boat or a vehicle, by its number."""

import re
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

from euthyne.core.kinds import Trait
from euthyne.core.kinds.damp_lead import BoatBrief
from euthyne.core.plan import Plan


@dataclass(frozen=True)
class PanelCircuit:
    """A circuit as it stands at its panel: its number, its name, the colours of its wires, what they are, its
    fuse (A), the lead's tag; whether its number stands at another as well.
    """

    number: str
    name: str
    colours: str
    cable: str
    fuse_amps: float | None
    tag: str
    twice: bool = False


def on_a_panel(plan: Plan) -> bool:
    """True for a lead that hangs on a panel."""
    return Trait.AFLOAT in plan.kind.traits


def panel_schedule(plans: Iterable[Plan]) -> tuple[PanelCircuit, ...]:
    """The circuits of a panel in the order of their numbers, those without one last."""
    here = [plan for plan in plans if on_a_panel(plan)]
    many = Counter(_number(plan) for plan in here if _number(plan))
    found = [
        PanelCircuit(
            number=_number(plan),
            name=plan.lead.name,
            colours=" and ".join(
                dict.fromkeys(plan.ends.colours.of(j.core) for j in plan.ends.joints)
            ),
            cable=plan.conductor.written if plan.conductor.size_name else "",
            fuse_amps=plan.conductor.protection.amps if plan.conductor.sizing else None,
            tag=plan.lead.tag,
            twice=many[_number(plan)] > 1,
        )
        for plan in here
    ]
    return tuple(sorted(found, key=lambda one: (not one.number, _in_order(one.number), one.name)))


def _number(plan: Plan) -> str:
    return BoatBrief.of(plan.lead.brief).number.strip()


def _in_order(number: str) -> tuple[tuple[int, str], ...]:
    """A number as people count: 2 before 10, 2A after 2."""
    return tuple(
        (int(one), "") if one.isdigit() else (-1, one) for one in re.findall(r"\d+|\D+", number)
    )
