"""Insulation of leads on direct current: pole to pole, way to way, and to water or metal."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import Between, ProofLine, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, InsulationLine

# Volts of a string, and what it is tested with. Source: IEC 62446-1, with 1.25 times its open volts.
STRING_STEPS = ((120.0, 250), (500.0, 500))
STRING_MOST, STRING_MARGIN = 1000, 1.25
ROUND_IT = "water"  # the water or metal a lead lies in, as a point


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Pole to pole, and each pole to water or metal."""
    limits = proof_limits().solar
    volts = string_test_volts(subject.volts)
    asked: list[tuple[str, str, Between]] = [
        (f"apart-{x.name}", f"{x.words} to water or metal round it", ((x.a,), (ROUND_IT,)))
        for x in subject.carrying
    ]
    if len(subject.carrying) > 1:
        one, *others = (x.a for x in subject.carrying)
        asked.insert(0, ("apart", "pole to pole", ((one,), tuple(others))))
    return tuple(
        _line(key, words, volts, limits.alone_megohm, limits.source, between)
        for key, words, between in asked
    )


def string_test_volts(volts: float) -> int:
    """Volts that a string of so many open volts is tested with.

    >>> string_test_volts(90.0), string_test_volts(400.0), string_test_volts(600.0)
    (250, 500, 1000)
    """
    wanted = STRING_MARGIN * volts
    return next((test for most, test in STRING_STEPS if wanted <= most), STRING_MOST)


def way_lines(subject: Subject, volts: int, source: str, least: float) -> tuple[ProofLine, ...]:
    """Each way against all others joined; the last was measured against when they were."""
    ways = subject.carrying[:-1] if len(subject.carrying) > 1 else subject.carrying
    every = [x.a for x in subject.carrying]
    return tuple(
        _line(
            f"apart-{x.name}",
            f"{x.words} to all others joined",
            volts,
            least,
            source,
            ((x.a,), tuple(a for a in every if a != x.a) or (ROUND_IT,)),
        )
        for x in ways
    )


def _line(
    key: str, words: str, volts: int, least: float, source: str, between: Between
) -> ProofLine:
    return InsulationLine(
        id=key,
        words=f"insulation, {words}",
        fail_under=least,
        watch_under=least,
        volts=(float(volts),),
        how=f"{volts} V, both ends open. {RELEASE}",
        why=f"a new lead under {least:g} megohm is refused",
        source=source,
        between=between,
    )
