"""What Conductor asks beside the ladder."""

import pytest
from leads import made

from euthyne.core.kinds import Trait, starts
from euthyne.core.plan import Plan
from euthyne.core.questions.conductor import beside_the_ladder

EVERY = [(kind, start.id) for kind, start in starts() if Trait.ONE_END not in kind.traits]


@pytest.mark.parametrize(("kind", "start"), EVERY, ids=[start for _, start in EVERY])
def test_a_run_is_asked_of_what_has_one_and_no_question_twice(kind, start):
    paths = [question.path for question in beside_the_ladder(Plan(made(start)))]
    assert len(set(paths)) == len(paths)
    # A set goes once round through its cables, each with a run of its own in the Brief.
    assert ("brief.run_m" in paths) == (Trait.APART not in kind.traits)
