"""Nets and faults of random assemblies, against a search of the tests' own."""

from dataclasses import replace

import pytest
from assemblies import assemblies, fault_in
from hypothesis import given
from sampling import examples

from euthyne.core.assembly.faults import faults_in
from euthyne.core.assembly.nets import every_position, nets
from euthyne.core.assembly.records import Assembly, Cable, Core, Fitting, Place, WireCourse
from euthyne.core.shelf.part import Position
from euthyne.core.shelf.parts import part


def reached(start, assembly, parts, chosen):
    """Every cavity that conducts to one, walked step by step from the wires as they are written."""
    seen, heads = {start}, [start]
    while heads:
        here = heads.pop()
        name = ".".join(here)
        steps = set()
        for wire in assembly.wires:
            if name in (wire.a, wire.b):
                alike = [w for w in assembly.wires if w.core == wire.core]
                steps |= {x for w in alike for x in (w.a, w.b) if x is not None}
        fitting, mark = here
        made = parts[fitting].positions
        inside = [p for p in made if p.name == chosen.get(fitting, made[0].name)]
        for one, other in inside[0].joins if inside else ():
            if mark in (one, other):
                steps |= {f"{fitting}.{one}", f"{fitting}.{other}"}
        fresh = {tuple(x.split(".", 1)) for x in steps} - seen
        seen |= fresh
        heads += fresh
    return frozenset(seen)


@examples(120)
@given(assemblies())
def test_nets_are_what_a_walk_from_every_cavity_finds(made):
    assembly, parts = made
    everywhere = [(f.id, mark) for f in assembly.fittings for mark in parts[f.id].marks]
    found = every_position(assembly, parts)
    switches = [f for f in assembly.fittings if len(parts[f.id].positions) > 1]
    assert len(found) == len({x.positions for x in found})
    many = 1
    for f in switches:
        many *= len(parts[f.id].positions)
    assert len(found) == many
    for switched in found:
        chosen = dict(switched.positions)
        walked = {reached(point, assembly, parts, chosen) for point in everywhere}
        assert set(switched.nets) == walked
    assert nets(assembly, parts) == set(found[0].nets)


@examples(60)
@given(assemblies())
def test_what_is_drawn_whole_has_no_fault(made):
    assembly, parts = made
    assert faults_in(assembly, parts) == []


# Each mistake a document can hold, and the path it is told at.

SPOILT = {
    "a cavity that is not there": ("wires.0.a", "cavity"),
    "a fitting that is not there": ("wires.0.a", "fitting"),
    "a core that is not there": ("wires.0.core", "core"),
    "no end lands": ("wires.0", "lands at neither end"),
    "an id twice": ("places.1.id", "there twice"),
    "a place that is not there": ("fittings.0.place", "place"),
    "a circuit that is not there": ("cables.0.circuit", "circuit"),
    "a fitting with nothing in it": ("fittings.2", "nothing lands"),
    "both ends at one place": ("cables.0", "both ends"),
    "a core without a wire": ("cables.0.cores.1", "no wire"),
    "sources that never meet": ("places.1.volts", "joined"),
    "a blank in no way": ("fittings.0.blanked.0", "cavity"),
    "a spare that lands": ("wires.0.spare", "lands"),
}


def link():
    """A two-core lead between a plug and a socket."""
    return Assembly(
        places=(
            Place("wall", "supply", source=True, volts=(220.0, 240.0)),
            Place("tool", "load"),
        ),
        fittings=(Fitting("plug", "c8", "wall"), Fitting("socket", "c7", "tool")),
        cables=(Cable("cord", (Core("L"), Core("N"))),),
        wires=(
            WireCourse("cord.L", "plug.L", "socket.L"),
            WireCourse("cord.N", "plug.N", "socket.N"),
        ),
    )


@pytest.mark.parametrize("mistake", SPOILT)
def test_each_mistake_is_told_at_its_path(mistake):
    whole = link()
    parts = {"plug": part("c8"), "socket": part("c7"), "third": part("c7")}
    assert faults_in(whole, {k: parts[k] for k in ("plug", "socket")}) == []
    found = faults_in(fault_in(whole, mistake), parts)
    path, words = SPOILT[mistake]
    said = {f.field: f for f in found}
    assert words in said[path].problem
    assert said[path].fix
    assert len(found) == 1 + (mistake == "an id twice")  # what named it is astray then, too


def test_a_jumper_may_join_two_cavities_of_one_place():
    whole = fault_in(link(), "both ends at one place")
    parts = {"plug": part("c8"), "socket": part("c7")}
    jumper = replace(whole, cables=(replace(whole.cables[0], jumper=True),))
    assert faults_in(jumper, parts) == []


def test_an_open_switch_parts_what_a_closed_one_joins():
    made = (Position("open", ()), Position("closed", (("L", "N"),)))
    switch = replace(part("c7"), positions=made)
    parts = {"plug": part("c8"), "socket": switch}
    whole = link()
    open_, closed = every_position(whole, parts)
    assert (open_.positions, closed.positions) == (
        (("socket", "open"),),
        (("socket", "closed"),),
    )
    assert len(open_.nets) == 2
    assert len(closed.nets) == 1
