"""Reference tables: each row has its source, a damaged one is refused, and the lug table makes sense."""

from importlib.resources import files

import pytest

from euthyne.core.barrel import lugs
from euthyne.core.die import pressed
from euthyne.core.layers import layered
from euthyne.core.sleeve import copper_mm
from euthyne.data import tables
from euthyne.data.tables import TableError, rows, toml

NAMES = sorted(f.name for f in files("euthyne.data").iterdir() if f.name.endswith((".csv", ".toml")))


@pytest.mark.parametrize("name", NAMES)
def test_every_table_can_be_read_and_every_row_says_where_it_is_from(name):
    found = rows(name) if name.endswith(".csv") else list(toml(name).values())
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
    larger = next((x for x in lugs() if x.size.unit == lug.size.unit and x.size_mm2 > lug.size_mm2), None)
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
