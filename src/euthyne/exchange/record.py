"""The record a seal freezes: the lead as entered, and everything computed of it at that moment."""

from dataclasses import asdict
from typing import Any

from euthyne import __version__
from euthyne.core.checks import checks
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.tag.tag import TagFacts
from euthyne.core.trade.figure import newton_metres
from euthyne.core.trade.measures import all_told
from euthyne.exchange.lead_file import lead_values


def record_of(plan: Plan, facts: TagFacts) -> dict[str, Any]:
    """Everything that is frozen, as plain JSON values."""
    record = {
        "program": f"euthyne {__version__}",
        "lead": lead_values(plan.lead),
        "tag": asdict(facts),
        "conductor": _plain(asdict(plan.conductor.candidate)) if plan.conductor.candidate else None,
        "weakest": asdict(plan.conductor.weakest),
        "cut_m": plan.cut.length.cut_m if plan.cut.length else None,
        "steps": [{"key": s.key, "headline": s.headline} for s in plan.build.steps],
        "looks": len(plan.prove.looks),
        "probes": len(plan.prove.probes),
        "taken_with": plan.lead.proof.tested_with,
        "proof": [_line(plan, line) for line in plan.prove.lines],
        "verdicts": {key: asdict(v) for key, v in plan.prove.verdicts.items()},
        "own_sheets": _own_sheets(plan),
        "tools": list(dict.fromkeys(x.tool for x in plan.lead.build.done if x.tool)),
        "checks": [
            {
                "code": f.code,
                "about": f.about,
                "title": f.title,
                "level": f.level,
                "text": f.text,
                "reason": f.reason,
            }
            for f in _standing(plan)
        ],
    }
    told: dict[str, Any] = all_told(record)
    return told


def _own_sheets(plan: Plan) -> list[str]:
    """What of a lead was made by the builder's own sheets, a line for each part that has one."""
    found = []
    for body in plan.build.job.bodies:
        part, size = body.part, plan.build.job.at(body.at[0]).cable.size
        if not part.own_sheet:
            continue
        torque = part.torque_for(size)
        told = [
            f"torque {newton_metres(torque):three}" if torque else "",
            f"{part.sheet_presses} presses" if part.sheet_presses else "",
            part.sheet_tool,
        ]
        by = ", ".join(words for words in told if words)
        found.append(f"{part.words}: {by + '; ' if by else ''}{part.own_sheet}")
    return list(dict.fromkeys(found))


def _line(plan: Plan, line: ProofLine) -> dict[str, Any]:
    """A line of the proof as it stood: what a sound one reads, what was read, the verdict, the source."""
    read = plan.prove.reading(line.id)
    verdict = plan.prove.verdicts.get(line.id)
    return {
        "line": line.id,
        "words": line.words,
        "band": line.band,
        "reading": line.written(read.value, read.above, read.amps) if read else "",
        "at_volts": plan.prove.volts_of(line) if read else None,
        "verdict": verdict.word if verdict else "",
        "mandatory": line.mandatory,
        "source": line.source,
    }


def _standing(plan: Plan) -> list[Any]:
    return [f for f in checks(plan) if f.level != "stop"]


def _plain(values: dict[str, Any]) -> dict[str, Any]:
    return {k: list(v) if isinstance(v, tuple) else v for k, v in values.items()}
