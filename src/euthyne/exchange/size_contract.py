"""The sizing contract: one brief in, one answer out, or every fault."""

import json
from copy import deepcopy
from dataclasses import asdict
from functools import cache
from typing import TYPE_CHECKING, Any

from euthyne.core.sizing.brief import SizingBrief, faults_in
from euthyne.core.sizing.size import Sizing
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import all_told
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter


STAND_IN: dict[str, Any] = {
    "supply": {"system": "ac-single", "volts": 230},
    "load": {"amps": 1},
    "run_m": 1,
    "conductor": {"basis": "light-cord"},
}


@cache
def adapter() -> "TypeAdapter[SizingBrief]":
    """The brief as a document model; also publishes its JSON Schema."""
    return adapter_for(SizingBrief)


ROWS: dict[str, dict[str, Any]] = {"already": {"run_m": 1, "size": "1 mm2"}}
MOST_ROUNDS = 50  # of reading again with what was wrong put right; a document has fewer fields


def read_brief(text: str | bytes) -> SizingBrief:
    """A brief from JSON text. Raises Refused listing every wrong field at once."""
    document = parse_json(text)
    faults: dict[str, Fault] = {}
    brief = None
    for _ in range(MOST_ROUNDS):
        try:
            brief = read(adapter(), document)
            break
        except Refused as refused:
            fresh = [f for f in refused.faults if f.field not in faults]
            if not fresh:
                break
            faults.update({f.field: f for f in fresh})
            document = deepcopy(document)
            for fault in fresh:
                _stand_in(document, fault.field)
    if brief is not None:
        for fault in faults_in(brief):
            if not any(_kin(fault.field, known) for known in faults):
                faults[fault.field] = fault
    if brief is None or faults:
        raise Refused(*faults.values())
    return brief


def _kin(one: str, other: str) -> bool:
    """True when one path is the other, or lies inside it: the later fault may only be an echo of
    the first.
    """
    a, b = one.split("."), other.split(".")
    n = min(len(a), len(b))
    return a[:n] == b[:n]


def _stand_in(document: dict[str, Any], path: str) -> None:
    """Put a value that would do at a wrong field, or take the field out, so that the rest can be
    read too.
    """
    *parents, last = path.split(".")
    here: Any = document
    spare: Any = STAND_IN
    for part in parents:
        if isinstance(spare, dict):
            spare = spare.get(part, {})
        else:
            spare = {}
        if isinstance(here, list):
            here = here[int(part)]
        else:
            here = here.get(part)
        if not isinstance(here, dict | list):
            return
    if isinstance(spare, dict) and last in spare:
        here[last] = deepcopy(spare[last])
    elif isinstance(here, list):
        here[int(last)] = deepcopy(ROWS.get(".".join(parents), {"amps": 1}))
    elif last in here:
        del here[last]
    else:
        here[last] = {"run_m": 1}.get(last, "1 mm2")


def answer_json(answer: Sizing) -> str:
    """The answer as the contract's JSON object."""
    return json.dumps(all_told(asdict(answer)), indent=1)
