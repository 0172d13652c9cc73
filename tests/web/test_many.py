"""A job of several: made alike, cut by one list, worked through together, each with its own steps."""

import re
from io import BytesIO

import pytest
from person import words
from pypdf import PdfReader
from sqlalchemy import update
from tents import JOB, in_a_row, left, next_step, tags

from euthyne.cli.demo_job import CUT, LIKE, MANY
from euthyne.core.jobs.job import is_cut
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import plan_of
from euthyne.store.database import writing
from euthyne.store.models import LeadRow
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_the_tents")


def test_a_job_is_begun_and_its_leads_take_for_whom_and_by_when(person, store, jobs):
    person.send(
        "/jobs", name="Lamp leads", made_for="Lamp house", wanted_by="2026-12-20", order="LH 4"
    )
    new = next(k for k in jobs.all() if k.job.name == "Lamp leads")
    start = re.search(r'name="start" value="([^"]+)"', person.open("/leads/new?job=2"))[1]
    person.send("/leads/new", start=start, job=str(new.number))
    (tag,) = jobs.get(new.number).tags
    lead = store.get(tag).lead
    assert (lead.made_for, lead.wanted_by) == ("Lamp house", "2026-12-20")
    person.send(
        f"/jobs/{new.number}", name="Lamp leads", made_for="Lamp house", wanted_by="2026-12-24"
    )
    assert store.get(tag).lead.wanted_by == "2026-12-24"


def test_what_a_job_cannot_be_is_said_at_its_field_and_nothing_typed_is_lost(person):
    page = person.send("/jobs", 422, name="", made_for="Lamp house", wanted_by="Friday week")
    assert 'value="Friday week"' in page
    assert 'value="Lamp house"' in page
    assert page.count("note-bad") == 2


def test_five_more_are_one_press_with_names_days_and_reasons(person, store, jobs):
    like = tags(jobs)[0]
    person.send(f"{JOB}/more", tag=like, many="9")
    nine = tags(jobs)
    assert len(nine) == 9
    first, last = store.get(like).lead, store.get(nine[-1]).lead
    for field in ("name", "made_for", "wanted_by", "reasons", "conductor", "ends"):
        assert getattr(last, field) == getattr(first, field)
    assert not last.build.done
    assert f"9 × {first.name}" in words(person.open(JOB))
    for typed, said in (("3", "There are 9 already"), ("six", "how many"), ("900", "200")):
        page = person.send(f"{JOB}/more", 422, tag=like, many=typed)
        assert said in words(page)
        assert f'value="{typed}"' in page
    assert len(tags(jobs)) == 9


def test_a_change_of_one_asks_whom_it_is_for_and_what_is_cut_stays(person, store, jobs):
    six = tags(jobs)
    cut, open_ones = six[:CUT], six[CUT:]
    store.change(
        open_ones[0],
        lambda lead: with_value(lead, "brief.run_m", 9.0),
        "2026-12-01T10:00",
        "AB",
        "longer",
    )
    page = words(person.open(JOB))
    assert f"{open_ones[0]} is planned otherwise than the 5 of its name" in page
    person.send(f"{JOB}/alike", tag=open_ones[0])
    assert [store.get(t).lead.brief.run_m for t in open_ones] == [9.0] * 3
    assert {store.get(t).lead.brief.run_m for t in cut} == {store.get(LIKE).lead.brief.run_m}
    assert f"cut already, and as they were: {', '.join(cut)}" in words(person.open(JOB))


def test_a_cut_is_the_step_of_its_lead_and_shortens_its_reel(person, store, jobs):
    waiting = tags(jobs)[CUT:]
    in_a_row(person, store, waiting)
    reel, listed = left(store, "Reel 1"), jobs.cutting(1)
    one = next(c for c in listed.left if c.tag == waiting[0])
    page = person.send(f"{JOB}/cut", tag=waiting[0], initials="AB")
    assert is_cut(store.get(waiting[0]).lead)
    assert left(store, "Reel 1") == pytest.approx(reel - one.length_mm / 1000)
    assert not jobs.cutting(1).of(waiting[0])
    assert f"{waiting[1]} is cut and tagged" in words(page)
    again = person.send(f"{JOB}/cut", 409, tag=waiting[0], initials="AB")
    assert "is not to be cut by this list" in words(again)
    assert left(store, "Reel 1") == pytest.approx(reel - one.length_mm / 1000)


@pytest.mark.parametrize(("press", "comes_back"), [("back", True), ("wrong", False)])
def test_a_cut_taken_back_waits_on_the_list_again(person, store, jobs, press, comes_back):
    tag = tags(jobs)[CUT]
    in_a_row(person, store, [tag])
    reel, listed = left(store, "Reel 1"), jobs.cutting(1).of(tag)
    length = sum(c.length_mm for c in listed) / 1000
    person.send(f"{JOB}/cut", tag=tag, initials="AB")
    person.send(f"/leads/{tag}/build/{press}", step="cut", why="a nick", initials="AB")
    assert not is_cut(store.get(tag).lead)
    assert jobs.cutting(1).of(tag) == listed
    assert left(store, "Reel 1") == pytest.approx(reel if comes_back else reel - length)
    person.send(f"{JOB}/cut", tag=tag, initials="AB")
    assert is_cut(store.get(tag).lead)
    assert not jobs.cutting(1).of(tag)
    assert left(store, "Reel 1") == pytest.approx(reel - length * (1 if comes_back else 2))


def test_a_lead_that_was_cut_at_its_own_bench_is_not_cut_by_the_list(person, store, jobs):
    tag = tags(jobs)[CUT]
    in_a_row(person, store, [tag])
    person.confirm(tag, "cut")
    assert "it was cut at its own bench: list it anew" in words(person.open(f"{JOB}/cutting"))
    person.send(f"{JOB}/cut", 409, tag=tag, initials="AB")
    person.send(f"{JOB}/cutting")
    assert not jobs.cutting(1).of(tag)


def test_a_kink_is_one_press_and_the_rest_is_planned_anew(person, store, jobs):
    waiting = tags(jobs)[CUT:]
    in_a_row(person, store, waiting)
    person.send(f"{JOB}/cut", tag=waiting[0], initials="AB")
    person.send(f"{JOB}/piece", piece="Reel 1", why="kink", left="5 m", initials="AB")
    listed = jobs.cutting(1)
    assert {c.piece for c in listed.left} <= {"Reel 2", "Offcut 7"}
    assert next(c for c in listed.cuts if c.tag == waiting[0]).done
    moved = StoresStore(store.engine).movements("Reel 1")[0]
    assert (moved.why, left(store, "Reel 1")) == ("a kink was cut out", 5.0)
    reel = left(store, "Reel 2")
    first = next(c for c in listed.left if c.tag == waiting[1])
    page = words(person.open(f"{JOB}/cutting"))
    assert f"Fetch {first.piece} and square its end." in page
    person.send(f"{JOB}/cut", tag=waiting[1], initials="AB")
    taken = (first.length_mm + first.trim_mm) / 1000
    assert left(store, "Reel 2") == pytest.approx(reel - taken)


@pytest.mark.parametrize(("typed", "said"), [("a lot", "left"), ("900 m", "had"), ("", "left")])
def test_what_is_left_of_a_piece_is_held_to_what_can_be(person, store, typed, said):
    before = left(store, "Reel 1")
    page = person.send(f"{JOB}/piece", 422, piece="Reel 1", why="short", left=typed)
    assert said in words(page)
    assert f'value="{typed}"' in page
    assert left(store, "Reel 1") == before


def three_of(person, jobs, tag):
    """Three alike of a lead that is settled, laid out together and cut each at its own bench."""
    person.send(f"/leads/{tag}/ends/settle")
    person.send(f"/leads/{tag}/cut/settle")
    person.send(f"{JOB}/join", tag=tag)
    person.send(f"{JOB}/more", tag=tag, many="3")
    return [tag, *jobs.get(1).tags[-2:]]


def test_a_lead_that_lacks_a_part_keeps_its_own_gate_shut(person, store, jobs):
    """Three are taken to a gate together; the one whose part was not touched stays, the others go on."""
    three = three_of(person, jobs, "TR-0036")
    in_a_row(person, store, three)
    page = words(person.open(f"{JOB}/bench?like={three[0]}"))
    assert f"not in Stores is cut at its own bench: {' '.join(three)}" in page
    for tag in three:
        person.confirm(tag, "cut")
    while not (gate := plan_of(store.get(three[0]).lead).build.steps_left[0]).asks:
        in_a_row(person, store, three)
    page = in_a_row(person, store, three, 422, **{f"on-{three[1]}": []})
    assert "Not asked for yet" in words(page)
    assert [next_step(store, t) == gate.key for t in three] == [False, True, False]
    done = store.get(three[0]).lead.build.done[-1]
    assert (done.step, done.by) == (gate.key, "AB")
    assert "1 waits, 2 done" in words(person.open(f"{JOB}/bench?like={three[1]}"))


def test_one_taken_back_falls_out_of_the_row_and_joins_again(person, store, jobs):
    three = tags(jobs)[:CUT]
    in_a_row(person, store, three)
    ahead = next_step(store, three[0])
    back = store.get(three[2]).lead.build.done[-1].step
    person.send(f"/leads/{three[2]}/build/wrong", step=back, why="split", how="undo")
    if next_step(store, three[2]) == ahead:
        pytest.skip("this step's way back leaves it where it is")
    page = words(person.open(f"{JOB}/bench"))
    assert "1 × Tent extension" in page
    assert "2 × Tent extension" in page
    in_a_row(person, store, [three[2]])
    assert next_step(store, three[2]) == ahead


def test_what_is_kept_for_a_job_is_spoken_for_in_another(person, store, jobs):
    person.send(f"{JOB}/keep", keep="yes")
    kept = {p.what: p.amount for p in jobs.promises()}
    assert kept["H07RN-F 3G1.5"] == pytest.approx(
        sum(c.length_mm for c in jobs.cutting(1).left) / 1000, abs=0.01
    )
    person.send("/jobs", name="Another")
    person.send("/jobs/2/join", tag="tr23")
    page = words(person.open("/jobs/2"))
    assert "To be bought" in page
    assert f"{kept['H07RN-F 3G1.5']:.2f} m" in page  # spoken for
    person.send(f"{JOB}/put-away", away="yes")
    assert not jobs.promises()


def test_can_it_be_done_says_what_lacks(person):
    page = words(person.open(JOB))
    assert "Can it be done?" in page
    assert "BS 1363 trailing socket, 13 A, rubber, hooded: 3 short" in page
    assert "Nothing better can be done." in page


def test_a_job_that_is_not_there_says_so(person):
    assert "There is no job J-77" in words(person.open("/jobs/77", code=404))


def test_as_many_as_the_demonstration_says(jobs):
    assert len(tags(jobs)) == MANY


def pages_of(person, address):
    answer = person.client.get(address, follow_redirects=True)
    assert answer.status_code == 200, words(answer.text)[:400]
    return PdfReader(BytesIO(answer.data)).pages


def test_the_papers_of_a_job_are_one_file_each(person, jobs):
    travellers = pages_of(person, f"{JOB}/travellers.pdf")
    first = next(p.extract_text() for p in travellers if "6 to one plan" in p.extract_text())
    assert all(tag in first for tag in tags(jobs))
    sheets = pages_of(person, f"{JOB}/labels.pdf")
    assert len(sheets) < MANY
    assert float(sheets[0].mediabox.width) == pytest.approx(595, abs=1)
    text = "".join(sheet.extract_text() for sheet in sheets)
    assert all(tag in text for tag in jobs.get(1).tags)
    assert "no certificate before the first seal" in words(
        person.open(f"{JOB}/certificates.pdf", 409)
    )


def test_what_goes_out_is_on_a_note_and_in_the_log(person, jobs):
    """A sealed lead of the demonstration joins the job, and goes out as one of eight."""
    person.send(f"{JOB}/join", tag="TR-0012")
    (listed, certificate) = pages_of(person, f"{JOB}/certificates.pdf")
    assert "Not sealed yet, and not in here: TR-0034" in listed.extract_text()
    assert "TR-0012" in certificate.extract_text()
    open_one = person.send(f"{JOB}/handed", 409, tag="TR-0043")
    assert "Nothing is handed out before it is sealed" in words(open_one)
    person.client.post(f"{JOB}/handed", data={"tag": ["TR-0012", "TR-0043"]})
    assert jobs.log(1)[0].what == "handed out, 1 of 8: TR-0012"
    (note,) = pages_of(person, f"{JOB}/delivery.pdf?tag=TR-0012")
    assert "1 of 8." in note.extract_text()


def test_how_a_bench_cuts_is_said_once_and_the_list_made_anew_follows(person, jobs):
    page = person.send(f"{JOB}/rule", 422, keep="a bit", kerf="0", trim="10 mm")
    assert page.count("note-bad") == 1
    assert 'value="a bit"' in page
    person.send(f"{JOB}/rule", cable="H07RN-F 3G1.5", keep="1 m", kerf="2 mm", trim="20 mm")
    person.send(f"{JOB}/cutting")
    assert {(c.kerf_mm, c.trim_mm) for c in jobs.cutting(1).left} == {(2, 20)}


def test_a_job_is_an_open_document_with_its_cutting_plan(person, jobs):
    told = person.client.get(f"{JOB}/document.json").json
    assert told["job"]["name"] == "Leads for the visitor tents"
    assert told["tags"] == list(jobs.get(1).tags)
    (plan,) = person.client.get(f"{JOB}/cutting.json").json
    assert (plan["cable"], plan["proven"]) == ("H07RN-F 3G1.5", True)
    table = person.client.get(f"{JOB}/cutting.csv").text.splitlines()
    assert len(table) == len(jobs.cutting(1).cuts) + 1
    assert table[1].startswith("Reel 1,")


def test_one_lead_that_cannot_be_read_does_not_take_the_job_with_it(person, store, jobs):
    tag = tags(jobs)[2]
    with writing(store.engine) as session:
        session.execute(update(LeadRow).where(LeadRow.tag == tag).values(document="{}"))
    page = words(person.open(JOB))
    assert f"{tag} cannot be read" in page
    assert "5 × Tent extension" in page
    person.open(f"{JOB}/cutting")
    person.open(f"{JOB}/bench")


def test_all_in_hand_are_planned_together_and_a_printed_length_is_a_doubt(person, jobs):
    person.send("/stores/one/lot", name="Reel 1", number="K 4471", length="printed")
    page = words(person.open("/stores/cutting"))
    assert "The length of Reel 1 is only what is printed on it" in page
    assert "TR-0046" in page
    assert "TR-0018" in page  # of no job
    assert "TR-0043 is cut" not in page


def test_a_reader_sees_a_job_and_no_press_of_it_takes_anything(at):
    reader = at("Sam Ito")
    for address in (JOB, "/jobs", f"{JOB}/cutting", f"{JOB}/cost", "/stores/shopping"):
        assert 'class="only-looked-at" disabled' in reader.open(address)
    assert "reader" in words(reader.send(f"{JOB}/keep", 403, keep="yes"))


def test_a_length_that_is_planned_otherwise_since_is_not_cut_by_the_old_list(person, store, jobs):
    tag = tags(jobs)[CUT]
    in_a_row(person, store, [tag])
    store.change(
        tag, lambda x: with_value(x, "brief.run_m", 9.0), "2026-12-01T10:00", "AB", "longer"
    )
    page = words(person.open(f"{JOB}/cutting"))
    assert "it is planned otherwise now: list it anew" in page
    refused = person.send(f"{JOB}/cut", 409, tag=tag, initials="AB")
    assert "planned otherwise now" in words(refused)
    assert not is_cut(store.get(tag).lead)
    person.send(f"{JOB}/cutting")
    person.send(f"{JOB}/cut", tag=tag, initials="AB")
    assert is_cut(store.get(tag).lead)


def test_what_stores_lack_for_a_whole_row_is_said_where_it_is_laid_out(person, jobs):
    page = words(person.open(f"{JOB}/bench?like={tags(jobs)[-1]}"))
    said = "BS 1363 trailing socket, 13 A, rubber, hooded, 3 short; spanner."
    assert f"Not in Stores for all of these: {said}" in page


def test_forty_of_the_same_are_one_row_on_the_bench_and_hide_no_other(person, store, jobs):
    def drawn():
        return set(re.findall(r'href="/leads/(TR-\d+)/', person.open("/bench")))

    others = {held.lead.tag for held in store.all() if not held.sealed} - set(tags(jobs))
    before = drawn()
    person.send(f"{JOB}/more", tag=tags(jobs)[-1], many="40")
    page = words(person.open("/bench"))
    assert "6 of 40 × Tent extension" in page
    assert drawn() & others >= before & others
    assert len(drawn() & set(tags(jobs))) == 6


def test_the_kit_of_a_job_counts_a_sample_of_what_is_pressed(person, store):
    person.send("/jobs", name="The bank")
    person.send("/jobs/2/join", tag="TR-0014")
    assert "1 of it to spare" in words(person.open("/jobs/2"))


def test_a_job_is_called_something_and_blanks_are_nothing(person):
    assert "1 to 80 letters" in person.send("/jobs", 422, name="   ")
    person.send("/jobs", name="Six for the roof")
    assert "1 to 80 letters" in person.send("/jobs/1", 422, name=" \t ")
    assert "Six for the roof" in person.open("/jobs/1")
