"""Names, passphrases and PINs that are refused, in words; the waits after wrong tries."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.people.credentials import (
    FREE_TRIES,
    LONGEST_WAIT,
    read_name,
    read_passphrase,
    read_pin,
    wait_after,
    wait_words,
)
from euthyne.core.people.roles import Act, Role, may, read_role
from euthyne.core.trade.fault import Refused


def refused(read, *given):
    with pytest.raises(Refused) as told:
        read(*given)
    (fault,) = told.value.faults
    assert fault.problem and fault.fix
    return fault


@pytest.mark.parametrize("name", ["", "x", "   ", "a" * 33, "Kim\nLund<b>", "1234", "Kim; drop"])
def test_what_is_no_name_is_refused(name):
    assert refused(read_name, name).field == "name"


def test_a_name_keeps_its_letters_and_loses_its_spare_spaces():
    assert read_name("  Åse   O'Neil-Berg ") == "Åse O'Neil-Berg"


@pytest.mark.parametrize(
    "text", ["", "shorter", "a" * 40, "ababababababab", "kim lund is here", "x" * 201]
)
def test_a_passphrase_that_others_would_try_is_refused(text):
    assert refused(read_passphrase, text, "Kim Lund").field == "passphrase"


def test_a_passphrase_is_kept_as_typed():
    assert read_passphrase(" four odd words ", "Kim Lund") == " four odd words "


@pytest.mark.parametrize("pin", ["", "123", "1234", "87654", "0000", "12a4", "123456789", "٤٠٧١"])
def test_a_pin_that_others_would_try_is_refused(pin):
    assert "4071" in refused(read_pin, pin).fix


def test_an_unknown_role_is_an_error_and_never_a_builder():
    assert "keeper" in refused(read_role, "cook").fix
    assert refused(read_role, "").field == "role"


def test_every_role_may_what_those_before_it_may():
    many = [sum(may(role, act) for act in Act) for role in Role]
    assert many == [1, 2, 3, 4]
    assert [role for role in Role if may(role, Act.PROVE)] == [Role.PROVER, Role.KEEPER]


@given(st.integers(0, 10**6))
def test_waits_only_grow_and_end_somewhere(wrong):
    assert wait_after(wrong) <= wait_after(wrong + 1) <= LONGEST_WAIT
    assert (wait_after(wrong) == 0) == (wrong < FREE_TRIES)


@given(st.floats(0.01, 1000))
def test_a_wait_is_never_told_shorter_than_it_is(seconds):
    number, unit = wait_words(seconds).split()
    assert int(number) * (60 if unit.startswith("minute") else 1) >= seconds
