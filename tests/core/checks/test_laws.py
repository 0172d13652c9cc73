"""The laws, held on leads put together at random: whatever breaks a law is stopped by it, and whatever keeps
the laws meets no stop but those of the checks that stand beside them.
"""

import os
from collections import Counter
from random import Random

import pytest
from drawn import drawn_lead
from facts import Facts
from stated import STATED

from euthyne.core.checks import CHECKS, found_before_proof
from euthyne.core.checks.laws import LAWS
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.standing.fixes import tried_fix
from euthyne.core.standing.maps import offered_maps

MANY = 30_000 if os.environ.get("EUTHYNE_LONG") else 200
# Stops that say what tables do not reach, what is not made, and what only its maker or its owner can say.
BESIDE = {
    "beyond-tables",
    "no-size-fits",
    "not-made",
    "cell-count",
    "cut-off-above",
    "vehicle-charging",
    "moulded-only",
    "trapped",
    "damage-past-the-end",
    "no-such-way",
}
# Laws whose breach is no stop: it is said, with what clears it, and wants a reason where it matters.
SAID = {3: (1, 2, 3), 4: (4,)}
LAWS_OF = {c.code: frozenset(c.laws) for c in CHECKS}


@pytest.fixture(scope="module")
def counted():
    rng = Random(None if os.environ.get("EUTHYNE_LONG") else 30)
    broken, kept, wrong = Counter(), Counter(), []
    for _ in range(MANY):
        lead = drawn_lead(rng)
        found = found_before_proof(Plan(lead))
        stops = [f for f in found if f.level == "stop"]
        facts = Facts(lead)
        says = {number: law(facts) for number, law in STATED.items()}
        for number, is_broken in says.items():
            by_it = [f for f in stops if number in LAWS_OF.get(f.code, ())]
            if number in SAID:
                by_it = [f for f in found if set(SAID[number]) & LAWS_OF.get(f.code, frozenset())]
            if is_broken is None:
                continue
            (broken if is_broken else kept)[number] += 1
            if is_broken and not by_it:
                wrong.append((f"law {number} is broken and nothing says so", lead, found))
            if number in SAID and not is_broken:
                odd = [f for f in found if LAWS_OF.get(f.code) == {number}]
                wrong += [(f"{f.key} is said of what keeps law {number}", lead, [f]) for f in odd]
        for f in stops:
            laws = LAWS_OF.get(f.code, frozenset())
            named = laws & set(STATED)
            if f.code in BESIDE or any(says[n] is not False for n in named):
                continue
            wrong.append((f"{f.key} stops what keeps its laws {sorted(laws)}", lead, [f]))
    return broken, kept, wrong


def test_whatever_breaks_a_law_is_stopped_and_whatever_keeps_them_is_not(counted):
    _, _, wrong = counted
    told = "\n".join(
        f"{what}: {[(f.key, f.text) for f in found]}\n   {lead}" for what, lead, found in wrong[:5]
    )
    assert not wrong, f"{len(wrong)} of {MANY}: {Counter(w[0] for w in wrong)}\n{told}"


def test_the_leads_that_are_drawn_break_and_keep_each_law(counted):
    broken, kept, _ = counted
    for number in STATED:
        print(f"law {number}: {broken[number]} broke it, {kept[number]} kept it")
    assert {n for n in STATED if not kept[n]} == set()
    assert len([n for n in STATED if broken[n]]) >= len(STATED) - 4


def test_every_law_is_held_by_a_check_or_by_the_way_leads_are_made():
    assert [law.number for law in LAWS] == list(range(1, 31))
    held = {n for c in CHECKS for n in c.laws}
    assert [law.number for law in LAWS if law.number not in held and not law.built] == []
    assert held <= {law.number for law in LAWS}
    assert all(law.source for law in LAWS)


def test_every_stop_before_the_proof_names_its_law_or_stands_beside_them():
    stops = {c.code for c in CHECKS if c.level == "stop" and c.stage.number < 4}
    assert {code for code in stops if not LAWS_OF[code]} <= BESIDE | {"lug-hole-small"}


FEW = 3_000 if os.environ.get("EUTHYNE_LONG") else 60


@pytest.fixture(scope="module")
def few():
    rng = Random(None if os.environ.get("EUTHYNE_LONG") else 30)
    return [drawn_lead(rng) for _ in range(FEW)]


def test_every_press_of_the_map_that_is_offered_keeps_the_laws_of_the_map(few):
    def broken(lead):
        facts = Facts(lead)
        return {number for number in (5, 6, 7) if STATED[number](facts)}

    for lead in few:
        for name, (_, wires) in offered_maps(lead).items():
            assert broken(with_value(lead, "wires", wires)) <= broken(lead), (name, lead)


def test_a_fix_that_is_offered_leaves_the_lead_better_off(few):
    def standing(lead, level):
        return {f.key for f in found_before_proof(Plan(lead)) if f.level == level}

    tried = 0
    for lead in few:
        stops, cautions = standing(lead, "stop"), standing(lead, "caution")
        for key in sorted(stops | cautions):
            fix = tried_fix(lead, key)
            if fix is None:
                continue
            tried += 1
            after = changed(lead, fix.changes)
            left = standing(after, "stop")
            fewer = left < stops or len(standing(after, "caution")) < len(cautions)
            assert left <= stops and fewer and key not in left, (key, fix, lead)
    assert tried >= FEW // 6
