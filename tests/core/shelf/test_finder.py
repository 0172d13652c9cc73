"""The finder: any part is found by what one sees of it, and the counts beside the answers are true."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.shelf.finder import QUESTIONS, left, matching, seen_of
from euthyne.core.shelf.parts import shelf

PARTS = list(shelf().values())
ANSWERS = st.fixed_dictionaries(
    {}, optional={q.id: st.sampled_from([a for a, _ in q.answers]) for q in QUESTIONS}
)


@pytest.mark.parametrize("part", PARTS, ids=lambda p: p.id)
def test_every_part_is_found_by_what_one_sees_of_it(part):
    seen = seen_of(part)
    assert part in matching(PARTS, seen)
    for question in QUESTIONS:
        assert seen[question.id] in {a for a, _ in question.answers}, (
            f"{question.words} has no answer for it"
        )


@given(ANSWERS)
def test_the_count_beside_an_answer_is_what_it_would_leave(answers):
    for (question, answer), count in left(PARTS, answers).items():
        assert count == len(matching(PARTS, answers | {question: answer}))


@given(ANSWERS)
def test_every_answer_narrows(answers):
    found = matching(PARTS, answers)
    for question in QUESTIONS:
        for answer, _ in question.answers:
            if question.id not in answers:
                assert {p.id for p in matching(PARTS, answers | {question.id: answer})} <= {
                    p.id for p in found
                }


def test_an_appliance_inlet_is_found_from_five_answers():
    seen = {"shows": "pin", "count": "3", "shape": "flat", "earth": "yes", "size": "middle"}
    assert {"c14", "c14-inlet", "c16", "c20"} <= {p.id for p in matching(PARTS, seen)}
