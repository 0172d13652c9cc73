"""Random assemblies, and whole ones with a mistake in them."""

from dataclasses import replace

from hypothesis import strategies as st

from euthyne.core.assembly.records import Assembly, Cable, Core, Fitting, Place, WireCourse
from euthyne.core.shelf.part import Position
from euthyne.core.shelf.parts import part


@st.composite
def assemblies(draw):
    """An assembly with nothing wrong: two places and a middle, one to four cables, looped cores, a
    switch now and then; and the part of each fitting.
    """
    ids = [f"f{i}" for i in range(draw(st.integers(2, 5)))]
    where = ["here", "there", *draw(st.lists(st.sampled_from(["here", "there", None]), min_size=9))]
    fittings, parts = [], {}
    for i, name in enumerate(ids):
        own = part(draw(st.sampled_from(("c7", "c13", "bullet-pin"))))
        pairs = st.tuples(st.sampled_from(own.marks), st.sampled_from(own.marks))
        joins = st.lists(pairs, max_size=2).map(tuple)
        made = draw(st.sampled_from([(), ("",), ("open", "closed")]))
        parts[name] = replace(own, positions=tuple(Position(p, draw(joins)) for p in made))
        fittings.append(Fitting(name, own.id, where[i]))
    cables, wires, filled = [], [], set()
    for i in range(draw(st.integers(1, 4))):
        cores = [f"{n}" for n in range(draw(st.integers(1, 3)))]
        cables.append(Cable(f"c{i}", tuple(Core(c) for c in cores), jumper=True))
        for core in cores:
            for _ in range(draw(st.sampled_from([1, 1, 2]))):
                ends = [draw(st.none() | st.sampled_from(ids)) for _ in "ab"]
                if ends == [None, None]:
                    ends[0] = ids[0]
                points = [
                    f"{f}.{draw(st.sampled_from(parts[f].marks))}" if f else None for f in ends
                ]
                filled |= set(ends)
                wires.append(WireCourse(f"c{i}.{core}", *points))
    marks = {name: parts[name].marks for name in ids}
    fittings = [f if f.id in filled else replace(f, blanked=marks[f.id][:1]) for f in fittings]
    places = (Place("here", "supply"), Place("there", "load"))
    return Assembly(places, tuple(fittings), tuple(cables), tuple(wires)), parts


def fault_in(whole, mistake):
    """The assembly with one mistake in it."""
    first, cable = whole.wires[0], whole.cables[0]
    plug, load = whole.fittings[0], whole.places[1]

    def wire(**changed):
        return replace(whole, wires=(replace(first, **changed), *whole.wires[1:]))

    match mistake:
        case "a cavity that is not there":
            return wire(a="plug.Q")
        case "a fitting that is not there":
            return wire(a="nowhere.L")
        case "a core that is not there":
            return wire(core="cord.Q")
        case "no end lands":
            return wire(a=None, b=None)
        case "a spare that lands":
            return wire(spare=True)
        case "an id twice":
            return replace(whole, places=(whole.places[0], replace(load, id="wall")))
        case "a place that is not there":
            return replace(whole, fittings=(replace(plug, place="roof"), *whole.fittings[1:]))
        case "a blank in no way":
            return replace(whole, fittings=(replace(plug, blanked=("Q",)), *whole.fittings[1:]))
        case "a circuit that is not there":
            return replace(whole, cables=(replace(cable, circuit="taps"),))
        case "a fitting with nothing in it":
            return replace(whole, fittings=(*whole.fittings, Fitting("third", "c7", "tool")))
        case "both ends at one place":
            here = tuple(replace(f, place="wall") for f in whole.fittings)
            return replace(whole, fittings=here)
        case "a core without a wire":
            return replace(whole, wires=whole.wires[:1])
        case "sources that never meet":
            other = replace(load, source=True, volts=(10.0, 14.0))
            return replace(whole, places=(whole.places[0], other))
    raise ValueError(mistake)
