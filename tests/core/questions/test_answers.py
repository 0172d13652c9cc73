"""What a person answers stands as answered, and what a lead is hangs on the answers alone: not on the order in which
they were given, nor on one that was taken back.
"""

import random
import re

import pytest
from leads import made
from sampling import LONG, some

from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead.paths import value_at, with_value
from euthyne.core.plan import Plan
from euthyne.core.questions import brief, conductor, cut, ends
from euthyne.core.trade.question import read_answer, written

EVERY = [start.id for _, start in starts()]
# A press that sets many answers at once, or tells where one is given, is no answer of its own.
FOR_MANY = ("every.part", "every.stud", "loss.serves")
SAYS_THERE_IS_ONE = ("cable.length_m", "cable.cut_back_mm")
PARTS = ("fit.", "fittings.")


def asked(lead):
    """Every question of a lead that picks or counts or measures, by its path."""
    plan = Plan(lead)
    every = (q for page in (brief, conductor, ends, cut) for q in page.asked(plan))
    return {q.path: q for q in every if q.path not in FOR_MANY}


def stands_at(lead, path):
    """What stands at a path; None where the lead is made up without it."""
    try:
        return value_at(lead, path)
    except (StopIteration, KeyError):
        return None


def drawn():
    """Numbers by chance: the same ones in the gate, new ones in a long run."""
    return random.Random() if LONG else random.Random(7)


def answers_to(question, stands, dice):
    """Some answers a person may give instead of the one that stands."""
    match question.reads:
        case "choice":
            # Of parts the ones that fit there: they stand under the first heading.
            heads = question.heads or ("",) * len(question.choices)
            found = [
                v for (v, _), head in zip(question.choices, heads, strict=True) if head == heads[0]
            ]
        case "whole":
            low, high = question.bounds
            found = [low, min(high, (stands or 0) + 1), min(high, 12)]
        case "quantity":
            low, high = question.measure.low, question.measure.high
            found = [x for x in ((stands or 2.0) * 1.3, low * 3 + 1) if low <= x <= high]
        case _:
            found = []
    found = [value for value in dict.fromkeys(found) if value != stands]
    few = 3 if question.path.startswith(PARTS) else 40
    return dice.sample(found, min(few, len(found)))


@pytest.mark.parametrize("start", EVERY)
def test_what_is_chosen_stands_chosen(start):
    lead = made(start)
    for path, question in asked(lead).items():
        if question.reads != "choice":
            continue
        offered = [value for value, _ in question.choices]
        if path.startswith(PARTS) and not LONG:
            offered = drawn().sample(offered, min(12, len(offered)))
        for value in offered:
            told, _ = read_answer(question, written(value))
            then = changed(lead, [(path, told)])
            # A part of another build has the lead made up otherwise, and is asked for elsewhere.
            assert stands_at(then, path) == told or path not in asked(then), f"{path}: {told}"


@pytest.mark.parametrize("start", EVERY)
def test_to_say_once_more_what_stands_changes_nothing(start):
    lead = made(start)
    for path in asked(lead):
        stands = value_at(lead, path)
        if (
            stands != "there-before"
        ):  # what is there on no shelf is said by its fitting, not its part
            assert with_value(lead, path, stands) == lead, path


@pytest.mark.parametrize("start", EVERY)
def test_two_answers_make_the_same_lead_in_either_order(start):
    lead, dice = made(start), drawn()
    questions = asked(lead)
    given = {
        path: answers_to(q, value_at(lead, path), dice) for path, q in sorted(questions.items())
    }
    paths = [path for path, values in given.items() if values]
    for _ in range(400 if LONG else 6):
        one, two = dice.sample(paths, 2)
        first, second = (one, dice.choice(given[one])), (two, dice.choice(given[two]))
        after_first, after_second = changed(lead, [first]), changed(lead, [second])
        if two in asked(after_first) and one in asked(after_second):
            # A resin joint in the Brief is one in Ends: of two that say the same thing the later holds.
            apart = value_at(after_first, two) == value_at(lead, two)
            apart = apart and value_at(after_second, one) == value_at(lead, one)
            told = f"{first} and {second}"
            if apart:
                assert changed(after_first, [second]) == changed(after_second, [first]), told


@pytest.mark.parametrize("start", EVERY)
def test_an_answer_over_another_is_as_if_it_alone_had_been_given(start):
    lead, dice = made(start), drawn()
    for path, question in sorted(asked(lead).items()):
        stands = value_at(lead, path)
        values = answers_to(question, stands, dice)
        for _ in range(20 if LONG else 1):
            if not values:
                break
            # To empty how long a piece is does not say that there is none.
            back = [] if path in SAYS_THERE_IS_ONE else [stands]
            first, second = dice.choice(values), dice.choice([*back, *values])
            between = changed(lead, [(path, first)])
            if stands_at(between, path) == first:
                alone = changed(lead, [(path, second)])
                told = f"{path}: {first}, then {second}"
                assert changed(between, [(path, second)]) == alone, told


@pytest.mark.parametrize("start", EVERY)
def test_a_lead_may_be_changed_again_whatever_its_parts_are(start):
    lead, dice = made(start), drawn()
    for path, question in asked(lead).items():
        if not path.startswith(PARTS):
            continue
        offered = [value for value, _ in question.choices]
        for part in dice.sample(offered, min(len(offered), len(offered) if LONG else 8)):
            other = changed(lead, [(path, part)])
            again = changed(other, [("brief.ambient_c", 31.0), ("brief.run_m", 3.5)])
            assert {f.id: f.part for f in again.fittings} == {f.id: f.part for f in other.fittings}


def test_whoever_says_how_long_the_piece_is_has_said_that_there_is_one():
    lead = made("welding-extension")
    assert not value_at(lead, "cable.salvaged")
    found = changed(lead, [("cable.length_m", 4.2)])
    assert value_at(found, "cable.salvaged") and value_at(found, "cable.length_m") == 4.2
    assert changed(lead, [("cable.length_m", None)]) == lead
    assert not value_at(changed(found, [("cable.salvaged", False)]), "cable.salvaged")


BY_HAND = ("brief.", "ends.switch", "cable.salvaged", "conductor.fuse_amps")


@pytest.mark.parametrize(
    "start", dict.fromkeys([*some(EVERY, 3), "repair", "conversion", "damp-lead"])
)
def test_whatever_is_answered_two_steps_are_told_apart_and_figures_are_read(start):
    lead = made(start)
    for path, question in asked(lead).items():
        if question.reads != "choice" or not path.startswith(BY_HAND):
            continue
        for value, _ in question.choices:
            plan = Plan(changed(lead, [(path, value)]))
            steps = [s for s in plan.build.steps if s.kind != "gate"]
            told = [s.headline for s in steps]
            twice = {headline for headline in told if told.count(headline) > 1}
            assert not twice, f"{path} {value}"
            said = " ".join(s.detail for s in steps) + " ".join(x.how for x in plan.prove.lines)
            assert not re.search(r"\de[+-]\d", said), f"{path} {value}"
            # Every fitting that is made here is looked at once, or hidden by what is.
            looked = {line.end for line in plan.prove.looks}
            outermost = {e.id for e in plan.ends.ours if e.place is not None}
            assert outermost <= looked, f"{path} {value}"
