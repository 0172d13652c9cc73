"""What is there already is made dead before anything of it is opened, and shown to be."""

from euthyne.core.stages.build.buildstep import BuildStep, StepFigure, Turn

TOUCHED_UNDER = (
    "60 V"  # direct current that may be left on what is touched. Source: IEC 60364-4-41, 414
)


def dead(turn: Turn) -> BuildStep:
    """Unplugged and proven dead; or, of a pack that stays live, its volts read and its fuse out."""
    if turn.e.at in turn.job.one_pole_at_a_time:
        return _live(turn)
    if turn.job.mains:
        return _unplugged(turn)
    return _off_its_battery(turn)


def _unplugged(turn: Turn) -> BuildStep:
    # A tape holds nothing, and nothing is plugged into it.
    held = (
        ""
        if any(e.cable.own_layers for e in turn.job.ends)
        else " What is plugged into it comes out as well."
    )
    if turn.job.in_a_tool:
        held = (
            " A tool with a motor drive or a flash in it: by voltmeter, under "
            f"{TOUCHED_UNDER} before a core is touched."
        )
    return BuildStep(
        key=turn.name.key,
        kind="dead",
        end=turn.end,
        headline="Unplug it, and prove it dead",
        detail=(
            "Its plug lies in sight, where nobody else puts it back. The tester on something live first, then "
            "here, every contact to every other and to earth, then on the live one again." + held
        ),
        mistake="Switched off is not unplugged; a tester with a flat battery finds everything dead.",
        button="unplugged, and dead",
        judge=("the plug in sight", "the tester proved before and after"),
    )


def _off_its_battery(turn: Turn) -> BuildStep:
    return BuildStep(
        key=turn.name.key,
        kind="dead",
        end=turn.end,
        headline="Take it off its supply, and show by voltmeter that nothing is left",
        detail=(
            "Every connector of it apart, in sight. The meter on a battery first, then plus to minus here. What "
            f"has capacitors is waited for: under {TOUCHED_UNDER} before a wire is touched, and falling."
        ),
        mistake="Capacitors behind a switch that is off hold what they held for minutes.",
        button="apart, and dead",
        judge=("apart, and in sight", "the meter proved on a battery"),
        figures=(StepFigure("touched under", TOUCHED_UNDER),),
    )


def _live(turn: Turn) -> BuildStep:
    return BuildStep(
        key=turn.name.key,
        kind="dead",
        end=turn.end,
        headline="Read the pack at its old coupler, and mark which wire is plus",
        detail=(
            "It stays live from here on. The volts with their sign say which wire is plus, whatever its colour; its "
            "fuse is out, where it has one. Rings off, the far end of the bench clear of metal, and only the wire "
            "that is worked on out of its cover."
        ),
        mistake="Red is plus on most packs, not on all: the one that was not measured is the one that is not.",
        button="read, and plus is marked",
        reads=("pack-before",),
        judge=("volts as the pack should have", "plus marked", "fuse out, where there is one"),
    )
