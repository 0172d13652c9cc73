"""Reference tables: each row has its source, a damaged one is refused, and the lug table makes
sense.
"""

import math
import re
from dataclasses import replace
from importlib.resources import files

import pytest

from euthyne.core.shelf.face import face_faults
from euthyne.core.shelf.parts import faces
from euthyne.core.stages.prove.limits import ProofLimits
from euthyne.core.standing.reference import READERS, check_reference
from euthyne.core.trade.barrel import lugs
from euthyne.core.trade.cable import made_in, outside_diameter
from euthyne.core.trade.die import pressed
from euthyne.core.trade.heat import HeatedCable
from euthyne.core.trade.layers import layered
from euthyne.core.trade.sleeve import copper_mm
from euthyne.core.trade.wire import Wire, metric
from euthyne.data import tables
from euthyne.data.schema import ROWS, check_keys
from euthyne.data.tables import TableError, records, rows, toml
from euthyne.data.typed import typed

NAMES = sorted(
    f.name for f in files("euthyne.data").iterdir() if f.name.endswith((".csv", ".toml"))
)


def every_record(name):
    """Records of a TOML table, whether it holds one kind of them or several."""
    if name.startswith("parts"):
        of = ("face", "part")
        return [record for kind in of for record in records(name, kind, optional=True).values()]
    if name == "ways.toml":
        return [*records(name, "make").values(), *records(name, "series").values()]
    if name == "boxes.toml":
        return [*records(name, "outlet").values(), *records(name, "box").values()]
    if name == "bodies.toml":
        return [*records(name, "body").values(), *records(name, "step").values()]
    return list(toml(name).values())


@pytest.mark.parametrize("name", NAMES)
def test_every_table_can_be_read_and_every_row_says_where_it_is_from(name):
    found = rows(name) if name.endswith(".csv") else every_record(name)
    assert found
    assert all(len(row["source"]) > 3 for row in found)


@pytest.mark.parametrize(
    ("name", "text", "said"),
    [
        ("a.csv", "size,source\n1,\n", "a.csv line 2"),
        ("b.csv", "size,bore,source\n1,2\n", "b.csv line 2"),
        ("c.csv", "size,source\n1,DIN,3\n", "c.csv line 2"),
        ("d.toml", "[one]\nwidth = 3\n", "table one"),
        ("e.toml", "width = 3\n", "table width"),
    ],
)
def test_a_damaged_table_is_refused_with_its_place(tmp_path, monkeypatch, name, text, said):
    (tmp_path / name).write_text(text)
    monkeypatch.setattr(tables, "files", lambda _package: tmp_path)
    with pytest.raises(TableError, match=said):
        rows(name) if name.endswith(".csv") else toml(name)


@pytest.mark.parametrize("lug", lugs(), ids=lambda lug: f"{lug.size_mm2:g} mm2")
def test_every_lug_takes_its_conductor_and_the_next_larger_does_not_fit_it(lug):
    assert copper_mm(lug.size_mm2) < lug.bore_mm
    larger = next(
        (x for x in lugs() if x.size.unit == lug.size.unit and x.size_mm2 > lug.size_mm2), None
    )
    if larger is not None:
        assert copper_mm(larger.size_mm2) > copper_mm(lug.size_mm2)
        assert larger.outside_mm > lug.outside_mm
        assert larger.barrel_mm >= lug.barrel_mm


@pytest.mark.parametrize("lug", lugs()[1:], ids=lambda lug: f"{lug.size_mm2:g} mm2")
def test_the_copper_fills_its_lug_as_the_die_sum_wants_it(lug):
    found = pressed(lug.outside_mm, lug.bore_mm, lug.size_mm2, 0.9 * lug.size_mm2 * 3)
    assert found.fill >= 0.58
    assert "a size too big" not in found.words


def test_what_is_layered_says_what_to_do_and_what_goes_wrong():
    for name in ("screened-multicore", "heating-tape"):
        found = layered(name)
        assert "check your" in found.source
        for layer in found.layers:
            assert layer.drawn == "sheath" or layer.do.endswith(".")
            assert not layer.mistake or layer.mistake.endswith(".")


LUGS = "size,unit,bore_mm,outside_mm,barrel_mm,die_code,source\n"


@pytest.mark.parametrize(
    ("name", "text", "said"),
    [
        (
            "lugs.csv",
            LUGS + "50,mm2,10,14.5,28,14,x\n50,mm2,10,14.5,28,14,x\n",
            "line 3: 50 mm2 stands in line 2 too",
        ),
        ("lugs.csv", LUGS + "50,mm2,16,14.5,28,14,x\n", "bore_mm 16 is above outside_mm 14.5"),
        (
            "lugs.csv",
            LUGS + "50,mm2,ten,14.5,28,14,x\n",
            "bore_mm is 'ten', wanted: a number above nothing",
        ),
        ("lugs.csv", LUGS + "50,cm2,10,14.5,28,14,x\n", "unit is 'cm2', wanted: one of: mm2, awg"),
        (
            "lugs.csv",
            LUGS.replace("die_code", "dye") + "50,mm2,10,14.5,28,14,x\n",
            "no column 'dye' is known",
        ),
        (
            "fuses.csv",
            "family,words,volts,kind,breaking_capacity_ka,amps,source\na,b,32,DC,1,5 3,x\n",
            "amps is '5 3'",
        ),
        (
            "materials.csv",
            "metal,rho20_ohm_mm2_per_m,source\ncopper,0.017,x\n",
            "column 'density_g_cm3' is missing",
        ),
    ],
)
def test_a_cell_that_is_not_what_its_column_holds_is_refused(
    tmp_path, monkeypatch, name, text, said
):
    (tmp_path / name).write_text(text)
    monkeypatch.setattr(tables, "files", lambda _package: tmp_path)
    with pytest.raises(TableError, match=re.escape(said)):
        rows.__wrapped__(name)


def test_every_table_of_rows_has_its_columns_described():
    assert {n for n in NAMES if n.endswith(".csv")} == set(ROWS)


def test_a_mistyped_key_of_a_body_is_refused():
    with pytest.raises(TableError, match="no key 'lock' is read by anything"):
        check_keys("parts.toml, part plug", {"words": "a plug", "lock": True}, ("words",))


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"note": "Earth up: neutral right, live left."}, "neutral right"),
        ({"note": "Earth down."}, "earth down"),
        ({"width": 10}, "lies outside"),
        ({"cavities": lambda cs: (*cs, cs[0])}, "is there twice"),
        ({"note": "Earth at 4 o'clock."}, "at 4 o'clock"),
        ({"note": "Two lines and no neutral."}, "there is no neutral, and there is one"),
    ],
)
def test_a_face_that_contradicts_its_own_words_is_refused(change, said):
    face = faces()["bs1363"]
    changed = {k: v(face.cavities) if callable(v) else v for k, v in change.items()}
    assert any(said in fault for fault in face_faults(replace(face, **changed)))
    assert face_faults(face) == []


def test_a_numbered_face_counts_from_the_side_it_says():
    pins = {c.mark: c for c in faces()["d25"].cavities}
    assert pins["1"].x > pins["13"].x and pins["14"].x > pins["25"].x
    assert pins["1"].y > pins["14"].y
    told = replace(faces()["d25"], note="Numbered from the left.")
    assert any("numbers from the left" in f for f in face_faults(told))


def test_contacts_go_round_the_same_way_whatever_the_hour_of_the_earth():
    """The earth's hour codes the volts; the order of the others round the face stays."""

    def clockwise(name):
        angle = {c.mark: math.atan2(c.x, c.y) % (2 * math.pi) for c in faces()[name].cavities}
        return sorted(angle, key=lambda m: (angle[m] - angle["E"]) % (2 * math.pi))

    assert clockwise("iec60309-3") == clockwise("iec60309-3-4h")


@pytest.mark.parametrize(
    ("cable", "cores", "sizes"),
    [
        ("SJOOW", 3, {"18 AWG", "16 AWG", "14 AWG", "12 AWG", "10 AWG"}),
        ("SOOW", 4, {f"{g} AWG" for g in (18, 16, 14, 12, 10, 8, 6, 4, 2)}),
    ],
)
def test_north_american_cords_come_in_the_sizes_they_are_sold_in(cable, cores, sizes):
    assert made_in(cable, cores, True, "AWG") == sizes
    assert all(outside_diameter(cable, f"{s.split()[0]}/{cores}") is not None for s in sizes)


def test_the_laid_up_copper_of_many_cores_grows_with_their_root():
    def laid(cores):
        return (
            HeatedCable(Wire(metric(1.0)), cores, 2, 20.0).copper_mm
            / HeatedCable(Wire(metric(1.0)), 1, 1, 20.0).copper_mm
        )

    assert laid(25) == pytest.approx(6.0)
    assert [laid(n) for n in (5, 7, 12)] == sorted(laid(n) for n in (5, 7, 12))


def test_every_file_of_the_folder_is_read_at_the_start():
    """One that nothing reads is refused as a damaged one is."""
    there = {f.name for f in files("euthyne.data").iterdir() if f.name.endswith((".csv", ".toml"))}
    assert there == set(ROWS) | set(READERS)
    check_reference()


@pytest.mark.parametrize(
    ("section", "changed", "said"),
    [
        ("poles", {"lug_fail": "lots"}, "poles.lug_fail: 'lots' is no number"),
        ("poles", {"lug_fail": 150}, "poles.lug_fail: 150 is not at most 3"),
        ("poles", {"watch_over": None}, "poles.watch_over: it is missing"),
        ("earth", {"over_conductor_ohm": 0}, "0 is not more than 0"),
        ("earth", {"over_conductor_ohm": True}, "True is no number"),
        ("earth", {"over_conductors_ohm": 0.1}, "over_conductors_ohm"),
        ("insulation", {"mains_test_volts": 5.5}, "5.5 is no whole number"),
        ("load", {"iec_k": [30, 45, 60]}, "load.iec_k"),
        ("retest", {"months": {"hire": 0}}, "0 is not at least 1"),
        ("band", {"source": ""}, "is not of a length of at least 1"),
    ],
)
def test_a_limit_that_is_no_limit_is_named_with_its_place(monkeypatch, section, changed, said):
    """What readings pass by: a slipped point must not get as far as a bench."""
    table = {name: dict(own) for name, own in toml("proof-limits.toml").items()}
    table[section] |= changed
    table[section] = {key: own for key, own in table[section].items() if own is not None}
    monkeypatch.setattr("euthyne.data.typed.toml", lambda name: table)
    with pytest.raises(TableError, match=f"proof-limits.toml: .*{said}"):
        typed.__wrapped__("proof-limits.toml", ProofLimits)
