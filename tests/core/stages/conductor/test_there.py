"""A cord that is there: what it may be, by its print, its outside and its strands."""

import math

import pytest
from leads import made

from euthyne.core.checks import checks
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan
from euthyne.core.trade.cable import outside_diameter
from euthyne.core.trade.wire import size_named
from in_metric import in_metric


def there(start="repair", **known):
    """The cord of a lead that is there, with what is known of it."""
    lead = made(start, **{f"old__{name}": value for name, value in known.items()})
    return Plan(lead).conductor.there


def test_nothing_is_assumed_while_nothing_is_known():
    assert there().may_be == () and there().said == () and not there().is_known
    assert Plan(made("extension-bs")).conductor.there is None


@pytest.mark.parametrize(
    ("known", "may_be"),
    [
        ({"printed": "1.5 mm2"}, ("1.5 mm2",)),
        ({"strands": 30, "strand_mm": 0.25}, ("1.5 mm2",)),
        ({"strands": 24, "strand_mm": 0.2}, ("0.75 mm2",)),
        ({"strands": 32, "strand_mm": 0.2}, ("1 mm2",)),
        # Its print and its strands part: nothing is left that both would be.
        ({"printed": "1.5 mm2", "strands": 24, "strand_mm": 0.2}, ()),
        # An outside that several are of, told apart by the print.
        ({"od_mm": 8.0, "printed": "1.5 mm2"}, ("1.5 mm2",)),
        ({"strands": 30}, ()),
    ],
)
def test_it_may_be_what_nothing_known_speaks_against(known, may_be):
    assert there(**known).may_be == may_be


@pytest.mark.parametrize("start", ["repair", "repair-60309", "repair-nema", "plug-bs", "plug-na"])
def test_every_size_whose_range_holds_the_outside_is_named_and_no_other(start):
    cord = there(start)
    for tenth in range(50, 200, 3):
        found = there(start, od_mm=tenth / 10).by_outside
        for name in cord._made:
            mark = name.removesuffix(" mm2").removesuffix(" AWG")
            written = f"{mark}/3" if name.endswith("AWG") else f"3G{mark}"
            range_ = outside_diameter(cord.cable_type, written)
            assert (name in found) == (range_.low_mm <= tenth / 10 <= range_.high_mm)
        areas = [size_named(name).cross_section_mm2 for name in found]
        assert areas == sorted(areas), "the thinnest first: it is the one that holds"


def test_strands_are_worth_the_size_they_still_make():
    for count in range(16, 200, 9):
        area = count * math.pi / 4 * 0.25**2
        name = there(strands=count, strand_mm=0.25).by_strands
        assert name is None or size_named(name).cross_section_mm2 * 0.9 < area


def test_a_cord_in_gauge_is_told_in_gauge():
    cord = there("repair-nema", printed="16 AWG", strands=26, strand_mm=0.254)
    assert cord.by_strands == "16 AWG" and cord.may_be == ("16 AWG",)
    said = " ".join(map(in_metric, cord.said))
    assert "Its print says 16 AWG." in said and "26 strands of 0.25 mm are 16 AWG." in said


def test_both_pieces_of_a_mended_lead_are_told_at_once():
    lead = changed(made("repair"), [("old.printed", "1.5 mm2"), ("old.od_mm", 8.1)])
    assert [(c.existing.printed, c.existing.od_mm) for c in lead.cables] == [("1.5 mm2", 8.1)] * 2
    assert Plan(lead).conductor.main.diameter.low_mm == 8.1


def test_what_was_read_changes_no_build_that_was_begun():
    lead = made("repair", conductor__size="1.5 mm2")
    read = changed(lead, [("old.printed", "1.5 mm2"), ("old.strands", 30), ("old.strand_mm", 0.25)])
    assert Plan(read).build.stamp == Plan(lead).build.stamp


@pytest.mark.parametrize("start", ["repair", "plug-as", "repair-tool-nema"])
def test_its_size_is_asked_before_anything_is_built_on_it(start):
    lead = made(start)
    said = {f.code: f for f in checks(Plan(lead))}
    assert said["cord-not-said"].level == "stop" and said["cord-not-said"].fix is None
    unit = lead.conductor.unit
    size = "16 AWG" if unit == "AWG" else "1 mm2"
    fix = {f.code: f for f in checks(Plan(changed(lead, [("old.printed", size)])))}[
        "cord-not-said"
    ].fix
    assert fix.changes == (("conductor.size", size),)
    taken = changed(lead, [("old.printed", size), ("conductor.size", size)])
    assert "cord-not-said" not in {f.code for f in checks(Plan(taken))}
    assert "cord-measures-otherwise" not in {f.code for f in checks(Plan(taken))}
