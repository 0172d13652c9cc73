"""The rules by which the breaker upstream may be larger than a lead carries.

A device that is already there guards the house, not the cord. What keeps the cord from overload is
then something else, and each rule says what: a load that cannot draw more, a cord that a standard
sizes by its coupler, a plug that a circuit is made for. A short is another matter (clearing.py): no
rule here answers for it.
"""

from collections.abc import Callable
from dataclasses import dataclass

from euthyne.core.stages.conductor.least import cord_set_least
from euthyne.core.stages.given import Given

BRANCH_AMPS = 20.0  # NFPA 70, 240.5(B)(4): extension sets on branch circuits of 15 and 20 A
CIRCUIT_SHARE = 1.25  # a socket's circuit over its own amps, from 20 A up; generic
EXTENSION_SET_LEAST = "16 AWG"  # NFPA 70, 240.5(B)(4)


@dataclass(frozen=True)
class UpstreamRule:
    """A rule that lets the device upstream be larger than the lead carries, and that is met."""

    name: str  # the standard and its clause
    because: str  # what keeps the current down instead, in a sentence
    least: str | None = None  # the least size it asks for, None where it asks for none


def upstream_rule(
    given: Given, demand_amps: float | None, north_american: bool
) -> UpstreamRule | None:
    """The rule by which the breaker upstream may be larger than the lead carries.

    Parameters: given; demand_amps of its loads, None while unknown; north_american, whether its
    supply is of that continent.
    Returns: the rule; None where there is no breaker upstream alone, or where none is met.
    Source: IEC 60364-4-43, 433.3.1 b; IEC 60799; NFPA 70, 240.5(B).
    """
    brief = given.lead.brief
    amps = brief.upstream_amps
    alone = given.mains and not given.fused_plug and brief.own_breaker_amps is None
    if not alone or amps is None or amps > circuit_amps(given.supply.amps):
        return None
    named = brief.feeds in ("loads", "tape") and demand_amps is not None
    find: Callable[[Given, bool], UpstreamRule | None] = _international
    if north_american:
        find = _north_american
    return find(given, named)


def circuit_amps(plug_amps: float) -> float:
    """The largest breaker of a circuit that sockets for a plug stand on, in A; generic.

    >>> circuit_amps(16.0), circuit_amps(32.0)
    (20.0, 40.0)
    """
    return max(BRANCH_AMPS, CIRCUIT_SHARE * plug_amps)


def _international(given: Given, named: bool) -> UpstreamRule | None:
    if given.branches or given.outlets:
        return None
    if named:
        what = "a load of its own that cannot overload it, and no outlet"
        return UpstreamRule("IEC 60364-4-43, 433.3.1 b", what)
    least = cord_set_least(given)
    if least is None:
        return None
    what = f"a cord set by its coupler and length, {least.words} or thicker"
    return UpstreamRule("IEC 60799", what, least.name)


def _north_american(given: Given, named: bool) -> UpstreamRule | None:
    if given.branches:
        return None
    if given.outlets:
        amps = given.lead.brief.upstream_amps or 0.0
        if amps > BRANCH_AMPS or not given.on_north_american_cord:
            return None
        what = f"an extension of listed parts, {EXTENSION_SET_LEAST} or thicker, on {amps:g} A"
        return UpstreamRule("NFPA 70, 240.5(B)(4)", what, EXTENSION_SET_LEAST)
    if not named:
        return None
    what = "the cord of one appliance, of the size its maker gives it"
    return UpstreamRule("NFPA 70, 240.5(B)(1)", what)
