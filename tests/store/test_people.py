"""People and devices: who is let in, for how long, and how wrong tries are slowed."""

import sqlite3
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from datetime import UTC, datetime, timedelta
from functools import partial
from threading import Barrier

import pytest
from sampling import LONG

from euthyne.cli import open_store
from euthyne.core.people.roles import Role
from euthyne.core.trade.fault import Refused
from euthyne.store.database import FILE
from euthyne.store.people import PeopleStore

NOON = datetime(2026, 11, 26, 12, 0, tzinfo=UTC)
WORDS = "gravel sounds over lamp"
HERE = "192.0.2.7"


@pytest.fixture
def people(tmp_path):
    people = PeopleStore(open_store(tmp_path).engine)
    people.add("Kim Lund", Role.KEEPER, WORDS, NOON)
    people.add("Rowan Marsh", Role.BUILDER, WORDS, NOON)
    people.set_pin(people.named("Rowan Marsh").id, "4071")
    return people


def device(people, name="Kim Lund", at=NOON):
    _, secret = people.sign_in(name, WORDS, "Tablet at the vice", HERE, at)
    return people.device_of(secret, at), secret


def why(refused):
    return refused.value.faults[0].problem + "; " + refused.value.faults[0].fix


def test_the_first_is_a_keeper_and_one_always_is(tmp_path):
    people = PeopleStore(open_store(tmp_path).engine)
    assert not people.known.entered
    with pytest.raises(Refused, match="first has to be a keeper"):
        people.add("Rowan Marsh", Role.BUILDER, WORDS, NOON)
    kim = people.add("Kim Lund", Role.KEEPER, WORDS, NOON)
    for work in (
        lambda: people.put_away(kim.id, True),
        lambda: people.set_role(kim.id, Role.READER),
    ):
        with pytest.raises(Refused, match="no keeper left"):
            work()
    people.add("Vera Holt", Role.KEEPER, WORDS, NOON)
    people.set_role(kim.id, Role.READER)
    assert people.named("kim  LUND").role is Role.READER


def test_a_name_is_never_anothers_even_when_it_is_put_away(people):
    people.put_away(people.named("Rowan Marsh").id, True)
    with pytest.raises(Refused) as told:
        people.add("rowan marsh", Role.READER, WORDS, NOON)
    assert "stays theirs" in why(told)


def test_nothing_of_a_secret_is_in_the_file(people, tmp_path):
    _, secret = device(people)
    with closing(sqlite3.connect(tmp_path / FILE)) as db:
        text = "\n".join(db.iterdump())
    assert WORDS not in text and "'4071'" not in text and secret not in text
    assert text.count("$argon2id$") == 3


def test_a_device_is_good_for_thirty_days_and_not_once_thrown_out(people):
    first, secret = device(people)
    other, _ = device(people, at=NOON + timedelta(minutes=1))
    assert people.device_of(secret, NOON + timedelta(days=29, hours=23)).id == first.id
    assert people.device_of(secret, NOON + timedelta(days=30)) is None
    assert people.device_of(secret, NOON - timedelta(days=3)) is None, "a clock far back"
    people.throw_out(first.id)
    assert people.device_of(secret, NOON) is None
    assert people.device_of(secret[:-1], NOON) is None
    assert [d.id for d in people.devices(NOON)] == [other.id]


def test_who_is_put_away_takes_their_devices_with_them(people):
    _, secret = device(people, "Rowan Marsh")
    people.put_away(people.named("Rowan Marsh").id, True)
    assert people.device_of(secret, NOON) is None
    with pytest.raises(Refused, match="not right"):
        people.sign_in("Rowan Marsh", WORDS, "Tablet", HERE, NOON)
    people.put_away(people.named("Rowan Marsh").id, False)
    assert people.device_of(secret, NOON) is None
    assert device(people, "Rowan Marsh")[0]


def test_a_stranger_is_not_told_which_names_there_are(people):
    told = set()
    for name in ("Kim Lund", "Nobody Here"):
        with pytest.raises(Refused) as refused:
            people.sign_in(name, "wrong wrong wrong", "Telephone", HERE, NOON)
        told.add(why(refused))
    assert len(told) == 1


def test_fifty_wrong_pins_are_slowed_on_that_device_and_shut_nobody_else_out(people):
    rowan, at = people.named("Rowan Marsh"), NOON
    tablet, desk = device(people)[0], device(people)[0]
    waits = []
    for _ in range(50):
        with pytest.raises(Refused) as refused:
            people.change_to(rowan.id, "9999", tablet, at)
        waits.append("the next " in refused.value.faults[0].fix)
        at += timedelta(seconds=1)
    assert waits == [False] * 4 + [True] * 46, "from the fifth on it is told how long to wait"
    with pytest.raises(Refused, match="wrong tries in a row"):
        people.change_to(rowan.id, "4071", tablet, at)
    assert people.change_to(rowan.id, "4071", desk, at).name == "Rowan Marsh"
    people.set_pin(people.named("Kim Lund").id, "8052")
    assert people.change_to(people.named("Kim Lund").id, "8052", tablet, at).name == "Kim Lund"
    assert people.change_to(rowan.id, "4071", tablet, at + timedelta(minutes=16)).id == rowan.id
    with pytest.raises(Refused, match="not the PIN"):
        people.change_to(rowan.id, "9999", tablet, at + timedelta(minutes=16))


def test_waiting_is_by_name_and_address_and_a_clock_set_back_ends_no_wait(people):
    for _ in range(5):
        with pytest.raises(Refused):
            people.sign_in("Kim Lund", "wrong wrong wrong", "Telephone", HERE, NOON)
    with pytest.raises(Refused, match="wrong tries"):
        people.sign_in("kim lund", WORDS, "Telephone", HERE, NOON + timedelta(seconds=29))
    with pytest.raises(Refused, match="wrong tries"):
        people.sign_in("Kim Lund", WORDS, "Telephone", HERE, NOON - timedelta(seconds=20))
    assert people.sign_in("Kim Lund", WORDS, "Telephone", "192.0.2.8", NOON)
    assert people.sign_in("Rowan Marsh", WORDS, "Telephone", HERE, NOON)
    assert people.sign_in("Kim Lund", WORDS, "Telephone", HERE, NOON + timedelta(seconds=31))


def test_people_and_tries_outlive_the_program(people, tmp_path):
    tablet, secret = device(people)
    for _ in range(6):
        with pytest.raises(Refused):
            people.change_to(people.named("Rowan Marsh").id, "9999", tablet, NOON)
    again = PeopleStore(open_store(tmp_path).engine)
    assert again.device_of(secret, NOON).name == "Tablet at the vice"
    with pytest.raises(Refused, match="wrong tries"):
        again.change_to(again.named("Rowan Marsh").id, "4071", tablet, NOON)


def test_who_has_no_pin_is_told_how_to_get_one(people):
    tablet, _ = device(people)
    with pytest.raises(Refused) as told:
        people.change_to(people.named("Kim Lund").id, "4071", tablet, NOON)
    assert "the passphrase in its place" in why(told)


def test_a_pin_is_guessed_over_no_number_of_devices(people):
    """Each sign-in is a device of its own, and with one's own passphrase it is free."""
    rowan, at, refusals = people.named("Rowan Marsh"), NOON, []
    for guess in range(60 if LONG else 24):
        desk = device(people, at=at)[0]
        with pytest.raises(Refused) as refused:
            people.change_to(rowan.id, f"{5000 + guess}", desk, at)
        refusals.append(refused.value.faults[0].problem)
    assert refusals[19].startswith("that is not the PIN")
    assert all("is shut after 20 wrong tries" in x for x in refusals[20:])
    assert people.wrong_pins(rowan) == 20, "the owner is told how many"
    with pytest.raises(Refused, match="is shut"):
        people.change_to(rowan.id, "4071", desk, at)
    later = at + timedelta(days=3)
    desk = device(people, at=later)[0]
    with pytest.raises(Refused, match="is shut"):
        people.change_to(rowan.id, "4071", desk, later)
    assert people.change_by_passphrase(rowan.id, WORDS, desk, later) == rowan
    assert people.change_to(rowan.id, "4071", desk, later) == rowan


def test_of_two_keepers_who_press_at_once_one_stays_every_time(tmp_path):
    people = PeopleStore(open_store(tmp_path).engine)
    kim = people.add("Kim Lund", Role.KEEPER, WORDS, NOON)
    vera = people.add("Vera Holt", Role.KEEPER, WORDS, NOON)
    for round_ in range(40 if LONG else 6):
        presses = [partial(people.set_role, x.id, Role.BUILDER) for x in (kim, vera)]
        if round_ % 2:
            presses = [partial(people.put_away, x.id, True) for x in (kim, vera)]
        told = at_once(presses)
        assert sorted(told) == ["", "there would be no keeper left"], round_
        assert people.has_keeper
        for one in (kim, vera):
            people.put_away(one.id, False)
            people.set_role(one.id, Role.KEEPER)


def at_once(presses):
    """What each of several presses at once was told: nothing where it was done."""
    ready = Barrier(len(presses))

    def press(work):
        ready.wait()
        try:
            work()
        except Refused as refused:
            return refused.faults[0].problem
        return ""

    with ThreadPoolExecutor(len(presses)) as pool:
        return list(pool.map(press, presses))


def test_names_without_end_from_one_address_are_not_even_looked_at(people):
    told = []
    for number in range(30):
        with pytest.raises(Refused) as refused:
            people.sign_in(f"Nobody {number}", "wrong wrong wrong", "Telephone", HERE, NOON)
        told.append(refused.value.faults[0].problem)
    assert all("from this address were wrong" in x for x in told[15:])
    assert not any("from this address" in x for x in told[:15])
    assert people.sign_in("Kim Lund", WORDS, "Telephone", "192.0.2.8", NOON)
    assert people.sign_in("Kim Lund", WORDS, "Telephone", HERE, NOON + timedelta(minutes=16))


def test_a_sign_in_beside_another_is_told_so_and_holds_nobody_up(people):
    with people.signing, pytest.raises(Refused, match="somebody else is signing in"):
        people.sign_in("Kim Lund", WORDS, "Telephone", HERE, NOON)
    assert people.sign_in("Kim Lund", WORDS, "Telephone", HERE, NOON)


def test_a_new_passphrase_signs_every_other_device_out(people):
    (desk, desk_secret), (_, stolen) = device(people), device(people)
    kim = people.named("Kim Lund")
    people.set_passphrase(kim.id, "candle brick under noon", at_device=desk.id)
    assert people.device_of(stolen, NOON) is None
    assert people.device_of(desk_secret, NOON) == people.known.devices[desk.id]
    people.set_passphrase(kim.id, WORDS)
    assert people.device_of(desk_secret, NOON) is None


def test_a_passphrase_costs_what_its_standard_asks(quickly_hashed):
    """Source: RFC 9106, 4: three passes over 64 MiB, four lanes."""
    hasher = quickly_hashed.func(None)
    assert (hasher.time_cost, hasher.memory_cost, hasher.parallelism) == (3, 65536, 4)
