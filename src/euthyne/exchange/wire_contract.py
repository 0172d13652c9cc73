"""What wire is this, as a document: a question in, an answer out, or every fault."""

import json
from dataclasses import asdict
from functools import cache
from typing import TYPE_CHECKING

from euthyne.core.trade.fault import Refused
from euthyne.core.trade.identify import WireAnswer, WireQuestion, faults_in
from euthyne.core.trade.measures import all_told
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter


@cache
def adapter() -> "TypeAdapter[WireQuestion]":
    """The question as a document model; also publishes its JSON Schema."""
    return adapter_for(WireQuestion)


def read_question(text: str | bytes) -> WireQuestion:
    """A question from JSON text. Raises Refused listing every wrong field."""
    question = read(adapter(), parse_json(text))
    faults = faults_in(question)
    if faults:
        raise Refused(*faults)
    return question


def answer_json(answer: WireAnswer) -> str:
    """The answer as one JSON object."""
    return json.dumps(all_told(asdict(answer)), indent=1)
