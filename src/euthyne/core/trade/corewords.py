"""What a core is for, in words."""

FUNCTIONS = {"L": "live", "N": "neutral", "E": "earth", "+": "plus", "-": "minus", "S": "shield"}

# Pieces that are called otherwise than documents name them.
CALLED = {"tool-side": "far side"}


def is_function(mark: str) -> bool:
    """True for a mark that says what it is for; the in and out of a switch do not."""
    name = own_name(mark)
    return name in FUNCTIONS or name.lstrip("LT").isdigit()


def own_name(core: str) -> str:
    """A core's own name, without its cable."""
    return core.rpartition(".")[2]


def cable_said(cable: str) -> str:
    """A piece of cable as people call it. The far piece of a mended lead has a tool at its end, or has not.

    >>> cable_said("leg-1"), cable_said("tool-side")
    ('leg 1', 'far side')
    """
    return CALLED.get(cable, cable.replace("-", " "))


def core_said(core: str) -> str:
    """A core as people call it: by its own name, with its cable where another has one of that name.

    >>> core_said("L"), core_said("tool-side.N")
    ('L', 'N, far side')
    """
    cable, _, own = core.rpartition(".")
    return f"{own}, {cable_said(cable)}" if cable else own


def mark_said(mark: str) -> str:
    """What a core lands on, as people call it: its mark, or which side of a splice.

    >>> mark_said("L"), mark_said("splice-L.b")
    ('L', 'splice L b')
    """
    fitting, _, cavity = mark.rpartition(".")
    return f"{fitting.replace('-', ' ')} {cavity}" if fitting else mark


def course_said(a: str | None, b: str | None) -> str:
    """From where to where a core runs."""
    one, other = (mark_said(mark) if mark else "nowhere" for mark in (a, b))
    return f"from {one} to {other}"


def function_of(core: str) -> str:
    """What a core is for, in words: live, line 2, balance tap 3, number 7.

    A core that is named with its cable, as ``old.L``, is for what its own name says.

    >>> function_of("L"), function_of("L2"), function_of("7"), function_of("old.N")
    ('live', 'line 2', 'number 7', 'neutral')
    """
    core = own_name(core)
    if core in FUNCTIONS:
        return FUNCTIONS[core]
    kind = {"L": "line", "T": "balance tap"}.get(core[:1])
    if kind:
        return f"{kind} {core[1:]}"
    return f"number {core}"
