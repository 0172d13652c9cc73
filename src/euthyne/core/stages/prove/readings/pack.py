"""A new coupler on a pack: its volts with sign, before anything is mated."""

from dataclasses import replace

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.cells import PROBING, cell_range
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.polarity import volts_line


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Plus to minus of the pack, where it is a pack."""
    if not subject.on_pack:
        return ()
    source = proof_limits().cells.source
    words = "plus to minus at the new coupler"
    if subject.cells:
        low, high = cell_range(subject.cell_volts)
        band = (low * subject.cells, high * subject.cells)
    else:
        limits = proof_limits().source
        band = (subject.volts * limits.low_share, subject.volts * limits.high_share)
    plus, minus = (tuple(run.a for run in subject.runs if run.name == pole) for pole in ("+", "-"))
    mated = volts_line("polarity", words, band, PROBING, source, (plus, minus))
    before = replace(
        mated,
        id="pack-before",
        words="plus to minus of the pack, at its old coupler",
        how="Its old coupler still on, nothing mated; the red probe on the wire that is to be plus.",
        crossed="this wire is minus. Mark them as they read, whatever their colours, and map them so.",
        mandatory=False,
        powered=False,
        in_build=True,
    )
    return (before, mated)
