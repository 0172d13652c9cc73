"""What changed between two documents of a lead, value by value, and putting a change back."""

import json
from collections.abc import Iterable
from copy import deepcopy
from typing import Any

from euthyne.core.trade.fault import Fault, Refused

Change = dict[str, Any]
Path = tuple[str | int, ...]
# Letters of a value in the log.
SHOWN = 90
# What was done with the hands is not undone in a log; a step is taken back at the bench.
BY_HAND = ("build", "proof")


def differences(before: Any, after: Any, path: Path = ()) -> list[Change]:
    """Every value that differs between two JSON documents.

    Returns: changes with ``path`` (names and places in lists), ``was`` and ``now``; one of them is
    left out where there was or is nothing. A list that grew or shrank is one change: ``at`` the place
    from which ``was`` stood and ``now`` stands.

    >>> differences({"run": 20.0, "of": [1]}, {"run": 95.0, "of": [1, 2]})[0]
    {'path': ['run'], 'was': 20.0, 'now': 95.0}
    """
    if before == after:
        return []
    if isinstance(before, dict) and isinstance(after, dict):
        return _of_members(before, after, path)
    if isinstance(before, list) and isinstance(after, list):
        if len(before) == len(after):
            pairs = enumerate(zip(before, after, strict=True))
            return [x for i, (a, b) in pairs for x in differences(a, b, (*path, i))]
        return [_of_lists(before, after, path)]
    return [{"path": list(path), "was": before, "now": after}]


def _of_members(before: dict[str, Any], after: dict[str, Any], path: Path) -> list[Change]:
    found: list[Change] = []
    for name in [*before, *(n for n in after if n not in before)]:
        here: Path = (*path, name)
        if name not in after:
            found.append({"path": list(here), "was": before[name]})
        elif name not in before:
            found.append({"path": list(here), "now": after[name]})
        else:
            found += differences(before[name], after[name], here)
    return found


def _of_lists(before: list[Any], after: list[Any], path: Path) -> Change:
    start = 0
    while start < min(len(before), len(after)) and before[start] == after[start]:
        start += 1
    end = 0
    while end < min(len(before), len(after)) - start and before[-1 - end] == after[-1 - end]:
        end += 1
    was, now = before[start : len(before) - end], after[start : len(after) - end]
    return {"path": list(path), "at": start, "was": was, "now": now}


def can_be_put_back(changes: list[Change]) -> bool:
    """True for changes of the plan; what hands did or a meter read is no such."""
    return bool(changes) and not any(c["path"][0] in BY_HAND for c in changes)


def shown_changes(changes: Iterable[Change]) -> list[tuple[str, str, str]]:
    """Changes as they are read: where, what stood there, what stands; each value in few letters."""
    found = []
    for change in changes:
        path = change["path"]
        # How it was typed goes with its value, and is not told twice.
        if path[0] != "typed":
            where = ".".join(str(name) for name in path)
            found.append((where, _short(change.get("was")), _short(change.get("now"))))
    return found


def _short(value: Any) -> str:
    if value in (None, "", [], {}):
        return "nothing"
    if isinstance(value, bool):
        return "yes" if value else "no"
    text = value if isinstance(value, str) else json.dumps(value, ensure_ascii=False)
    return text if len(text) <= SHOWN else f"{text[: SHOWN - 1]}…"


def put_back(document: dict[str, Any], changes: list[Change]) -> dict[str, Any]:
    """A document with some changes taken back.

    Raises: Refused where something was changed again since.
    """
    made: dict[str, Any] = deepcopy(document)
    for change in reversed(changes):
        try:
            _take_back(made, change)
        except (KeyError, IndexError, TypeError) as error:
            raise _changed_since(change) from error
    return made


def _take_back(document: dict[str, Any], change: Change) -> None:
    *way, last = change["path"]
    held: Any = document
    for name in way:
        held = held[name]
    if "at" in change:
        start, now = change["at"], change["now"]
        listed = held[last]
        if listed[start : start + len(now)] != now:
            raise _changed_since(change)
        listed[start : start + len(now)] = change["was"]
        return
    absent = object()
    stands = held[last] if isinstance(held, list) else held.get(last, absent)
    if stands != change.get("now", absent):
        raise _changed_since(change)
    if "was" in change:
        held[last] = change["was"]
    else:
        del held[last]


def _changed_since(change: Change) -> Refused:
    where = ".".join(str(name) for name in change["path"])
    problem = "it was changed again since, and stands otherwise now"
    return Refused(Fault(where, problem, "put the later change back first, or set it by hand"))
