"""Insulation of mains leads, between what must never meet."""

from dataclasses import replace

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import Between, ProofLine, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, SURGE_VOLTS, InsulationLine

LAMP_OFF = "Take the lamp's neutral off its tab first: through the lamp it reads 0.1 to 0.5 megohm."
LAMP_DEAD = (
    "The switch of the {short} off, from the other end: on, its lamp reads 0.1 to 0.5 megohm."
)
TO_EARTH = "all that carry current joined, to earth"


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line to earth where there is one, and between the cores that carry current."""
    carrying = subject.carrying
    every = tuple(run.a for run in carrying)
    earths = tuple(run.a for run in subject.runs if run.earth and not run.again)
    found = []
    if earths:
        to_earth = _line("insulation-E", TO_EARTH, (every, earths), subject.in_use)
        found.append(replace(to_earth, how=subject.switch_on + to_earth.how))
    if len(carrying) == 2:
        one, other = carrying
        words = f"{one.words} to {other.words}"
        between = _line(
            f"insulation-{one.name}{other.name}", words, ((one.a,), (other.a,)), subject.in_use
        )
        if subject.lamp:
            between = replace(between, how=f"{LAMP_OFF} {between.how}")
        for short in subject.lit_ends:
            between = replace(between, how=f"{LAMP_DEAD.format(short=short)} {between.how}")
        found.append(between)
        return tuple(found)
    # The last one was measured against all others when they were measured against it.
    for run in carrying[:-1]:
        others = tuple(x for x in every if x != run.a)
        words = f"{run.words} to the others joined"
        found.append(_line(f"insulation-{run.name}", words, ((run.a,), others), subject.in_use))
    return tuple(found)


def _line(key: str, words: str, between: Between, in_use: bool) -> ProofLine:
    limits = proof_limits().insulation
    fail, watch, what = limits.new_fail_megohm, limits.new_watch_megohm, "a new lead"
    if in_use:
        # An old cord that was sound for years reads less than a new one, and is not refused for it.
        fail, watch, what = limits.class_i_megohm, limits.new_fail_megohm, "a lead in use"
    return InsulationLine(
        id=key,
        words=f"insulation, {words}",
        fail_under=fail,
        watch_under=watch,
        volts=(float(limits.mains_test_volts), SURGE_VOLTS),
        how=f"{limits.mains_test_volts} V; 250 V where it holds surge parts. {RELEASE}",
        why=f"{what} under {fail:g} megohm is refused, under {watch:g} megohm watched",
        source=limits.source,
        between=between,
    )
