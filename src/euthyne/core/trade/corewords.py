"""What a core is for, in words."""

FUNCTIONS = {"L": "live", "N": "neutral", "E": "earth", "+": "plus", "-": "minus", "S": "shield"}


def function_of(core: str) -> str:
    """What a core is for, in words: live, line 2, balance tap 3, number 7.

    >>> function_of("L"), function_of("L2"), function_of("7")
    ('live', 'line 2', 'number 7')
    """
    if core in FUNCTIONS:
        return FUNCTIONS[core]
    kind = {"L": "line", "T": "balance tap"}.get(core[:1])
    if kind:
        return f"{kind} {core[1:]}"
    return f"number {core}"
