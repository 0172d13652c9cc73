"""Leads with mistakes made by the written rules alone: what a meter would hear of them. Knows
nothing of the search.
"""

from itertools import combinations


def hears(points, wires, mistakes):
    """Groups of points that conduct together once mistakes are made, by the rules of the
    contract.
    """
    ends = [list(w) for w in wires]
    alive = [True] * len(wires)
    joins = []
    for m in mistakes:
        kind = m["kind"]
        if kind == "open":
            alive[wires.index(tuple(m["wire"]))] = False
        elif kind == "joined":
            joins.append(m["points"])
        elif kind == "moved":
            i = wires.index(tuple(m["wire"]))
            ends[i][wires[i].index(m["from"])] = m["to"]
        elif kind == "exchanged":
            end = second_fitting(wires, m) if m["end"] == "either" else m["end"]
            (i, si), (j, sj) = [(wires.index(tuple(w)), side_at(tuple(w), end)) for w in m["wires"]]
            ends[i][si], ends[j][sj] = wires[j][sj], wires[i][si]
        else:
            end = m["fitting"] if m["end"] == "either" else m["end"]
            for i, wire in enumerate(wires):
                for side, point in enumerate(wire):
                    fitting, _, cavity = point.partition(".")
                    if fitting == end and cavity in m["to"]:
                        to = m["to"][cavity]
                        ends[i][side] = None if to is None else f"{end}.{to}"
    return grouped(
        points, [e for e, ok in zip(ends, alive, strict=True) if ok and None not in e] + joins
    )


def side_at(wire, end):
    return 0 if wire[0].partition(".")[0] == end else 1


def second_fitting(wires, m):
    return m["wires"][0][1].partition(".")[0]


def grouped(points, joins):
    groups = [{p} for p in points]
    for one, other in joins:
        a = next(g for g in groups if one in g)
        b = next(g for g in groups if other in g)
        if a is not b:
            groups.remove(b)
            a |= b
    return frozenset(frozenset(g) for g in groups)


def sounding(groups):
    return [sorted(x) for g in groups for x in combinations(sorted(g), 2)]


def straight(ways, spare=0):
    """A straight lead of so many ways, with contacts that no wire reaches."""
    cavities = [str(i + 1) for i in range(ways + spare)]
    points = [f"{f}.{c}" for f in "AB" for c in cavities]
    return {"A": cavities, "B": cavities}, points, [(f"A.{c}", f"B.{c}") for c in cavities[:ways]]


def random_mistakes(draw, points, wires, count, mirror=None):
    """So many mistakes by the contract's rules: no wire's end and no cavity displaced by two of
    them.

    ``draw`` has ``choice`` and ``sample`` and ``randint`` as random.Random has. On a straight lead
    two ends of one wire are not displaced by two cycles, which nobody could tell from other
    mistakes.
    """
    made, cavities, cycled, cut = [], set(), set(), set()
    fittings = sorted({p.partition(".")[0] for p in points})
    while len(made) < count:
        kind = draw.choice(["open", "exchanged", "moved", "joined", "rotated", "row"])
        end = draw.choice(fittings)
        row = [p for p in points if p.partition(".")[0] == end]
        free = [p for p in row if p not in cavities]
        ends = [(w, p) for w in wires for p in w if p in free]
        if kind == "open":
            wire = draw.choice(wires)
            if wire in cut:
                continue
            cut.add(wire)
            made.append({"kind": "open", "wire": list(wire)})
        elif kind == "joined":
            made.append({"kind": "joined", "points": draw.sample(points, 2)})
        elif kind == "exchanged" and len(ends) >= 2:
            (w, p), (v, q) = draw.sample(ends, 2)
            if (
                w == v
                or p == q
                or {w, v} & cycled
                or len({x.partition(".")[0] for x in (*w, *v)}) == 1
            ):
                continue
            if (
                w[0].partition(".")[0] == w[1].partition(".")[0]
                or v[0].partition(".")[0] == v[1].partition(".")[0]
            ):
                continue
            cavities |= {p, q}
            cycled |= {w, v}
            made.append({"kind": "exchanged", "end": end, "wires": [list(w), list(v)]})
        elif kind == "moved" and ends and len(free) >= 2:
            w, p = draw.choice(ends)
            q = draw.choice([x for x in free if x != p])
            cavities |= {p, q}
            made.append({"kind": "moved", "wire": list(w), "from": p, "to": q})
        elif kind == "rotated" and len(free) >= 3:
            cycle = draw.sample(free, draw.randint(3, len(free)))
            if sum(not any(p in w for w in wires) for p in cycle) > 1:
                continue
            moving = {w for w in wires if set(w) & set(cycle)}
            if moving & cycled or not moving:
                continue
            cavities |= set(cycle)
            cycled |= moving
            names = [p.partition(".")[2] for p in cycle]
            made.append(turn(end, "rotated", dict(zip(names, names[1:] + names[:1], strict=True))))
        elif kind == "row" and len(free) == len(row) >= 4 and not cycled:
            names = [p.partition(".")[2] for p in row]
            to = draw.choice(
                [names[::-1], [*names[1:], names[0]], [*names[1:], None]]
                + ([mirror[end]] if mirror else [])
            )
            cavities |= set(row)
            cycled |= set(wires)
            made.append(turn(end, "row", dict(zip(names, to, strict=True))))
    return made


def turn(end, name, to):
    return {"kind": "turned", "end": end, "fitting": end, "name": name, "to": to}
