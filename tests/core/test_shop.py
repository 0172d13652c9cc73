"""What a bench is, and which starts come first at it."""

import pytest

from euthyne.core.kinds import KindFamily, starts
from euthyne.core.shelf.parts import shelf
from euthyne.core.standing.shop import FIRST, NO_PLUGS, PLUGS, Shop, first_of

OF = {start.id: (kind, start) for kind, start in starts()}


@pytest.mark.parametrize("plugs", [*PLUGS, NO_PLUGS])
@pytest.mark.parametrize("makes", [(), ("MAINS",), ("DIRECT",), ("DIRECT", "MANY_CORES")])
def test_a_bench_sees_about_a_dozen_starts_of_its_own_country_and_trade(plugs, makes):
    first = first_of(Shop(plugs, makes), starts())
    assert len(first) == len(set(first)) <= FIRST
    # Whoever makes extensions is offered one of each kind of them before a second of any.
    assert first or (plugs == NO_PLUGS and makes == ("MAINS",))
    for kind, start in (OF[name] for name in first):
        assert not makes or kind.family.name in makes
        foreign = {land for land in PLUGS if land != plugs}
        standards = {shelf()[end].standard for end in (start.a, start.b)}
        assert not [x for x in standards for land in foreign if land in x and plugs not in x]


def test_an_extension_with_its_own_plug_comes_first():
    for plugs in PLUGS:
        first = first_of(Shop(plugs), starts())
        kind, start = OF[first[0]]
        assert kind.id == "extension" and plugs in shelf()[start.a].standard
        assert {OF[name][0].family for name in first} >= {KindFamily.MAINS, KindFamily.DIRECT}


def test_nobody_said_what_it_is_and_nothing_is_put_first_or_missed():
    shop = Shop()
    assert first_of(shop, starts()) == ()
    assert not shop.lacks("insulation")
    assert Shop("BS 1363").lacks("insulation")
    assert not Shop("BS 1363", testers=("insulation",)).lacks("insulation")
