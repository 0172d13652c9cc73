"""What people call a lead who do not know what it is called: by country, by what hangs on it, by where it is."""

# Words for the country of a coupler, by its standard.
COUNTRIES = {
    "BS 1363": "uk britain british england scotland wales ireland irish three pin square pin",
    "CEE 7": "europe european german germany french france spain netherlands round pin",
    "IEC 60884": "europe european german germany french france spain netherlands round pin",
    "AS/NZS 3112": "australia australian new zealand slanted pin",
    "NEMA WD 6": "usa us america american canada canadian",
    "IEC 60309": "caravan camping site marina industrial blue red",
    "IEC 60320": "computer appliance kettle rack server monitor",
}
# Words for what a lead of a kind is wanted for.
WANTED_FOR = {
    "extension": "lamp fan heater kettle household drill tool reel three pin two sockets outlet",
    "supply-extension": "workshop machine lathe saw generator",
    "mains-cord": "computer monitor instrument device power lead",
    "repair": "broken damaged cut cable mend fix",
    "new-plug": "broken plug change drill tool vacuum cleaner",
    "splitter": "two three sockets y double",
    "switch-harness": "box panel switch inlet",
    "heating-tape": "gutter pipe frost roof de-icing heat trace",
    "charger-lead": "lithium pack balance hobby model aeroplane cells",
    "inverter-link": "12v 24v 48v 12 24 48 car van battery inverter solar bank cable starter",
    "cable-set": "12v 24v 12 24 48 battery bank parallel series jumper",
    "damp-lead": "boat marine 12v 12 24 lamp pump bilge",
    "solar-string": "panel panels roof photovoltaic pv extension",
    "solar-tail": "panel meter breaker controller roof photovoltaic pv",
    "welding-extension": "weld welder stinger clamp electrode",
    "conversion": "connector on a device battery fan camera",
    "one-termination": "crimp ring terminal spade contact pin connector car tractor",
    "vehicle-charger": "electric car ev charge charging",
    "sealed-multiway": "waterproof automotive tractor trailer lamp sensor",
    "signal-lead": "data sensor encoder serial audio control multicore",
    "linking-lead": "stage fan chain daisy",
}


def plain_words(kind: str, said: str) -> str:
    """What somebody may call a start: the words for its kind, and for the countries its ends are of.

    Parameters: kind, its name; said, what its ends are called.

    >>> "british" in plain_words("extension", "BS 1363 pins to BS 1363 holes")
    True
    """
    lands = (words for standard, words in COUNTRIES.items() if standard in said)
    return " ".join((WANTED_FOR.get(kind, ""), *lands))
