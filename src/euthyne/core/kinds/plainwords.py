"""What people call a lead who do not know what it is called: by country, by what hangs on it, by where it is."""

# Words for the country of a coupler, by its standard.
LANDS = {
    "BS 1363": "uk britain british england scotland wales ireland irish three pin square pin",
    "CEE 7": "europe european german germany french france spain netherlands round pin",
    "IEC 60884": "europe european german germany french france spain netherlands round pin",
    "AS/NZS 3112": "australia australian new zealand slanted pin",
    "NEMA WD 6": "usa us america american canada canadian",
    "IEC 60309": "caravan camping site marina industrial blue red",
    "IEC 60320": "computer appliance kettle rack server monitor",
}


def plain_words(wanted_for: str, said: str) -> str:
    """What somebody may call a start: the words for its kind, and for the countries its ends are of.

    Parameters: wanted_for, what a lead of its kind is wanted for; said, what its ends are called.

    >>> "british" in plain_words("lamp", "BS 1363 pins to BS 1363 holes")
    True
    """
    lands = (words for standard, words in LANDS.items() if standard in said)
    return " ".join((wanted_for, *lands))
