"""How bodies are made up: their loose parts, what is done to them, how they close. Parts name theirs."""

from functools import cache
from typing import Any

from euthyne.core.shelf.making import Making
from euthyne.core.trade.figure import all_written
from euthyne.data.schema import check_keys
from euthyne.data.tables import TableError, records

SAID_OF_JOINTS = (
    *("landing", "at_landing", "landing_detail", "landing_mistake", "landing_judge"),
    *("inserting", "at_inserting", "inserting_mistake", "comes_out", "kit"),
)
BODY_SAYS = ("closing", "making", "holds", "has", "tool", *SAID_OF_JOINTS)
BODY_KEYS = ("loose", *BODY_SAYS)
LOOSE_KEYS = ("id", "words", "over_mm", "facing")
LOOSE_MAY_SAY = ("needed_by", "mistake")
MAKING_KEYS = ("when", "do", "detail", "mistake", "done")
MAKING_MAY_SAY = (
    "id",
    "source",
    "tool",
    "lasting",
    "seats",
    "judge",
    "figures",
    "only",
    "ahead",
    "beside",
    "after_all",
    "after_far",
    "reads",
    "of_a_cord",
)


@cache
def bodies() -> dict[str, dict[str, Any]]:
    """How bodies are made up, by name. Raises: TableError."""
    found: dict[str, dict[str, Any]] = all_written(records("bodies.toml", "body"))
    for name, record in found.items():
        where = f"bodies.toml, body {name}"
        check_keys(where, record, ("source",), BODY_KEYS)
        for loose in record.get("loose", ()):
            check_keys(f"{where}, {loose.get('id', '?')}", loose, LOOSE_KEYS, LOOSE_MAY_SAY)
        for step in record.get("making", ()):
            if step not in steps():
                raise TableError(f"{where}: there is no step {step!r}")
    return found


@cache
def steps() -> dict[str, Making]:
    """What is done to bodies, by name. Raises: TableError."""
    return {name: _step(name, record) for name, record in records("bodies.toml", "step").items()}


def _step(name: str, record: dict[str, Any]) -> Making:
    check_keys(f"bodies.toml, step {name}", record, MAKING_KEYS, MAKING_MAY_SAY)
    own = {"id": name} | {k: all_written(v) for k, v in record.items() if k != "source"}
    own |= {several: tuple(own.get(several, ())) for several in ("judge", "reads")}
    own["figures"] = tuple((words, value) for words, value in own.get("figures", ()))
    return Making(**own)


def with_body(record: dict[str, Any], where: str) -> dict[str, Any]:
    """A record with what its body gives: loose parts as wide as its own grip allows, and steps.

    Raises: TableError.
    """
    name = record.get("body")
    if name is None:
        return record
    if name not in bodies():
        raise TableError(f"{where}: there is no body {name!r}")
    body, most = bodies()[name], record["grip_mm"][1]
    loose = [
        {**{k: v for k, v in x.items() if k != "over_mm"}, "bore_mm": most + x["over_mm"]}
        for x in body.get("loose", ())
    ]
    given = {k: body[k] for k in BODY_SAYS if k in body}
    return {"threaded": loose} | given | record
