"""All that is computed of some leads, as text: run by a program of its own, to see that another start of it
says the same.
"""

from random import Random

from proving import built, proven
from sampling import LONG, some

from euthyne.core.checks import checks
from euthyne.core.plan import Plan
from euthyne.exchange.lead_file import read_lead
from euthyne.instruments.faults import KINDS, random_fault

STARTS = some(("switch-harness", "repair", "supply-three", "charger-lead", "signal-lead"), 4)


def told(plan):
    """Checks, steps, lines, looks, explanations, probes and the tag of a plan."""
    prove = plan.prove
    everything = [
        *checks(plan),
        *plan.build.steps,
        *prove.lines,
        *prove.looks,
        *prove.wiring_faults,
    ]
    everything += [prove.next_probe, plan.ends.courses, plan.build.stamp]
    return [str(one) for one in everything]


def tell(documents):
    """Everything of some documents, and of sound and broken leads of the starts that join cores."""
    plans = [Plan(read_lead(document).lead) for document in documents]
    for start in STARTS:
        plan = built(start)
        plans.append(plan)
        kinds = KINDS if LONG else KINDS[::3]
        found = (random_fault(plan, Random(f"{start} {kind}"), kind) for kind in kinds)
        plans += [proven(plan, (fault,)) for fault in found if fault is not None]
    return "\n".join(line for plan in plans for line in told(plan))
