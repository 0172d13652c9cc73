"""Documents: whatever a lead is made of comes back, and what it can not be is refused with its path."""

import json
from importlib.resources import files

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import answering, made
from sampling import examples

from euthyne.cli import DEMO_ORDER
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import plan_of
from euthyne.core.trade.fault import Refused
from euthyne.exchange.lead_file import kept_lead, lead_values, read_lead, write_lead


@examples(40)
@given(
    start=st.sampled_from([s.id for _, s in starts()]),
    cells=st.integers(2, 8),
    taps=st.booleans(),
    words=st.text(max_size=20),
)
def test_whatever_a_lead_is_made_of_its_document_gives_back(start, cells, taps, words):
    lead = changed(made(start), [("made_for", words)])
    lead = answering(lead, [("brief.cells", cells), ("brief.taps", taps)])
    assert read_lead(write_lead(lead, None)).lead == lead
    assert kept_lead(lead_values(lead)) == lead


FAULTS = {
    "a cavity that is not there": (
        lambda d: d["wires"][0].update(a="supply.Q"),
        "lead.wires.0.a",
    ),
    "a core that lands at neither end": (
        lambda d: d["wires"][0].update(a=None, b=None),
        "lead.wires.0",
    ),
    "a fitting nothing lands in": (
        lambda d: d["fittings"].append({"id": "third", "part": "c13", "place": "load"}),
        "lead.fittings.2",
    ),
    "both ends at one place": (lambda d: d["fittings"][1].update(place="supply"), "lead.cables.0"),
    "an id twice": (lambda d: d["cables"].append(d["cables"][0]), "lead.cables.1.id"),
    "a part that is unknown": (
        lambda d: d["fittings"][0].update(part="nail"),
        "lead.fittings.0.part",
    ),
    "a field that is unknown": (
        lambda d: d["places"][0].update(colour="red"),
        "lead.places.0.colour",
    ),
    "sources whose volts never meet": (
        lambda d: [
            place.update(source=True, volts=volts)
            for place, volts in zip(d["places"], ([220, 240], [10, 14]), strict=True)
        ],
        "lead.places.1.volts",
    ),
    "existing without cavities": (
        lambda d: d["fittings"][0].update(part=None, existing=True),
        "lead.fittings.0.part",
    ),
    "a circuit that is not there": (
        lambda d: d["cables"][0].update(circuit="taps"),
        "lead.cables.0.circuit",
    ),
}


@pytest.mark.parametrize("mistake", FAULTS)
def test_what_an_assembly_can_not_be_is_refused_with_its_path(mistake):
    change, path = FAULTS[mistake]
    document = json.loads(write_lead(made("extension-bs"), None))
    change(document["lead"])
    with pytest.raises(Refused) as refused:
        read_lead(json.dumps(document))
    assert path in [f.field for f in refused.value.faults]


def test_what_was_built_with_an_earlier_program_is_built_by_the_same_plan():
    """The sums that the demonstration's leads were kept with; a class may be renamed, they may not change."""
    for name in DEMO_ORDER:
        text = (files("euthyne.demo") / f"{name}.json").read_text("utf-8")
        plan = plan_of(read_lead(text).lead)
        kept = {plan.lead.build.plan_stamp, plan.lead.proof.plan_stamp} - {None}
        assert kept <= {plan.build.stamp}, name
