"""Whatever is pressed while a job is cut: its list, its leads and Stores say the same after each press."""

from random import Random

import pytest
from sampling import LONG
from tents import JOB, in_a_row, next_step, tags

from euthyne.core.jobs.job import is_cut
from euthyne.core.plan import plan_of
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_the_tents")


class Cutters:
    """Two people at a job, pressing what the pages offer; what is spoiled on the way is theirs to remember."""

    def __init__(self, person, store, jobs, dice):
        self.person, self.store, self.jobs, self.dice = person, store, jobs, dice
        self.tags = tags(jobs)
        self.taken = {tag: self.went_for(tag) for tag in self.tags}
        self.spoiled = dict.fromkeys(self.tags, 0.0)

    def lead(self, tag):
        return self.store.get(tag).lead

    def cable(self):
        """What is left of each cable in Stores, in m."""
        return {s.name: s.left for s in StoresStore(self.store.engine).all() if s.kind == "cable"}

    def went_for(self, tag):
        """What Stores gave for the cuts of a lead, less what came back, in m."""
        stores = StoresStore(self.store.engine)
        moves = (m for name in self.cable() for m in stores.movements(name))
        return -sum(m.change for m in moves if m.tag == tag)

    def lay_out(self, tag):
        if next_step(self.store, tag) == "lay-out":
            in_a_row(self.person, self.store, [tag])

    def by_the_list(self, tag):
        before = sum(self.cable().values())
        answer = self.person.client.post(f"{JOB}/cut", data={"tag": tag, "initials": "AB"})
        if answer.status_code in (200, 302, 303):
            self.taken[tag] = before - sum(self.cable().values())
        else:
            assert sum(self.cable().values()) == before, "what is refused takes nothing"

    def at_the_bench(self, tag):
        if next_step(self.store, tag) == "cut":
            before = sum(self.cable().values())
            self.person.confirm(tag, "cut")
            self.taken[tag] = before - sum(self.cable().values())

    def back(self, tag):
        done = self.lead(tag).build.done
        if done:
            was_cut = is_cut(self.lead(tag))
            self.person.client.post(f"/leads/{tag}/build/back")
            if was_cut and not is_cut(self.lead(tag)):
                self.taken[tag] = 0.0

    def cut_wrong(self, tag):
        if is_cut(self.lead(tag)):
            told = {"step": "cut", "initials": "CD", "why": "a nick"}
            self.person.client.post(f"/leads/{tag}/build/wrong", data=told)
            self.spoiled[tag] += self.taken[tag]
            self.taken[tag] = 0.0

    def a_kink(self, _tag):
        name, left = self.dice.choice(sorted(self.cable().items()))
        told = {"piece": name, "why": "kink", "left": f"{left * 0.9:.3f} m", "initials": "CD"}
        self.person.client.post(f"{JOB}/piece", data=told)

    def list_anew(self, _tag):
        self.person.send(f"{JOB}/cutting")

    def press(self):
        tag = self.dice.choice(self.tags)
        presses = [self.lay_out, self.by_the_list, self.by_the_list, self.at_the_bench]
        presses += [self.back, self.cut_wrong, self.a_kink, self.list_anew]
        pressed = self.dice.choice(presses)
        pressed(tag)
        return f"{pressed.__name__} {tag}"


def say_the_same(at):
    """The list, the leads and Stores of a job, after any press."""
    listed = at.jobs.cutting(1)
    ticked = {c.tag for c in listed.cuts if c.done}
    waiting = {c.tag for c in listed.left}
    assert not ticked & waiting, "one lead is cut, or it waits"
    for tag in at.tags:
        cut = is_cut(at.lead(tag))
        assert cut or tag not in ticked, f"{tag} is ticked and was never cut"
        assert at.went_for(tag) == pytest.approx(at.taken[tag] + at.spoiled[tag], abs=1e-6), tag
        assert cut or at.taken[tag] == 0
    assert all(left >= -1e-9 for left in at.cable().values())


@pytest.mark.parametrize("seed", range(30 if LONG else 1))
def test_list_leads_and_stores_say_the_same_after_each_press(person, store, jobs, seed):
    at, pressed = Cutters(person, store, jobs, Random(seed)), []
    say_the_same(at)
    for _ in range(40):
        pressed.append(at.press())
        try:
            say_the_same(at)
        except AssertionError as wrong:
            raise AssertionError(f"{wrong}\nafter {', '.join(pressed)}") from wrong


def test_once_all_is_listed_anew_every_lead_that_waits_is_on_the_list_once(person, store, jobs):
    at = Cutters(person, store, jobs, Random(5))
    for _ in range(25):
        at.press()
    at.list_anew("")
    waiting = {tag for tag in at.tags if not is_cut(at.lead(tag))}
    listed = {c.tag for c in jobs.cutting(1).left if c.tag in at.tags}
    assert listed == waiting
    for tag in waiting:
        lengths = sorted(c.length_mm for c in jobs.cutting(1).of(tag))
        planned = plan_of(at.lead(tag)).cut.lengths.values()
        assert len(lengths) == len(planned)
