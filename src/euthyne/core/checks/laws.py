"""The laws of a lead: what must hold of every lead, whatever its pages let somebody say.

A check names the laws it holds. What no check has to look at is built so that it can not be broken;
``built`` says where.
"""

from dataclasses import dataclass


@dataclass(frozen=True)
class Law:
    """A sentence that holds of every lead."""

    number: int
    words: str
    source: str
    built: str = ""  # where it holds by the way leads are made, instead of or beside its checks


LAWS = (
    Law(
        1,
        "Green-yellow, the green of a mains cord that has it, and a bare core are the protective or "
        "bonding conductor and nothing else; an insulated protective core has no other colour.",
        "IEC 60445; BS 7671, 514.4.2; NFPA 70, 250.119",
    ),
    Law(
        2,
        "A colour that says another function in the scheme of its cord is marked at both ends; two "
        "cores that bear each other's colours are turned.",
        "IEC 60445; BS 7671, 514; NFPA 70, 200.6",
        "core/stages/ends: the markings are steps at both ends, and are looked at in Prove",
    ),
    Law(3, "Cores of unlike functions in one colour are marked at each end.", "IEC 60445"),
    Law(
        4,
        "Colours and cords of another country than their coupler's are said, with what each means in "
        "both.",
        "HD 308; NFPA 70, 200.6",
    ),
    Law(
        5,
        "A terminal, barrel or splice way holds one net; a core lands at both ends or is spare and "
        "covered; none disappears.",
        "NFPA 70, 110.14(A)",
        "core/assembly/faults.py: a landing in a cavity that is not there is refused with its path",
    ),
    Law(6, "A lead has the joint it is about; a switch breaks every live.", "IEC 60364-5-53"),
    Law(
        7,
        "The protective conductor runs unbroken, unswitched and unfused to each place that needs one.",
        "IEC 60364-5-54, 543.3.3",
    ),
    Law(
        8,
        "Every press of the map gives a map that keeps 5 to 7, or is not offered.",
        "good practice, generic",
        "core/standing/maps.py: each is tried before it is offered",
    ),
    Law(
        9,
        "A mating contact that is live when the other end is in shows holes or is shrouded.",
        "IEC 60364-4-41, 414.4.5; IEC 62368-1 annex Q",
    ),
    Law(
        10,
        "Gender, keying, country, order and function fit what each end goes into.",
        "its maker's sheet",
    ),
    Law(
        11,
        "No two conductors share one net between two places where one can be unplugged by itself.",
        "NFPA 70, 310.10(G); IEC 60364-4-43, 433.4 and 434.4",
        "core/kinds: no kind makes parallel conductors; runs side by side are never advised",
    ),
    Law(
        12,
        "Demand is at most what conductor, couplers, switch, fuse and box carry; the size offered "
        "first goes into the ends that are known.",
        "IEC 60364-4-43, 433.1",
        "core/stages/conductor/into_ends.py: sizes that do not go in are not offered first",
    ),
    Law(
        13,
        "The device upstream is at most what the lead carries, or a rule that lets it be larger is "
        "named and met.",
        "IEC 60364-4-43, 433; IEC 60799; NFPA 70, 240.5(B), 630.12 and 240.4(D)",
    ),
    Law(
        14,
        "A short at the far end passes less than the conductor stands, and a line to earth is cleared "
        "in the time of its volts.",
        "IEC 60364-4-43, 434.5.2; IEC 60364-4-41, table 41.1",
    ),
    Law(
        15,
        "Each source that can burn the lead has its fuse near it, good for its volts and its breaking.",
        "ISO 13297; ABYC E-11; IEC 62548; NFPA 70, 690.9",
    ),
    Law(16, "Every handled cord is held by its sheath in every body.", "IEC 60884-1; IEC 60320-1"),
    Law(
        17,
        "Everything is made for the lead's highest volts and its kind of current.",
        "its standard; IEC 60974-1 for an open arc",
    ),
    Law(
        18, "Cable and parts suit the place.", "EN 50565-2; EN 50618; NFPA 70, 690.31(C); IEC 60529"
    ),
    Law(
        19,
        "Outdoors, in the wet, on a rod and on a tape there is a residual-current device.",
        "IEC 60364-4-41, 411.3.3; NFPA 70, 210.8, 590.6 and 427.22",
    ),
    Law(
        20,
        "No fuse and no lone switch in a neutral; neutral and earth never joined; no mains lead has "
        "two plugs or two sources.",
        "IEC 60364-4-43, 431.2; IEC 60364-5-53",
        "core/kinds: the neutral of a cord has the size of its lines",
    ),
    Law(
        21,
        "Strands and metals go only into what is made for them, within the temperature of their "
        "terminals.",
        "IEC 60228; NFPA 70, 110.14",
        "core/shelf/terminations: none of them tins an end that is clamped",
    ),
    Law(
        22,
        "A joint's allowance goes with the amps and the watts, by one function for every line.",
        "good practice, generic: 20 milliohm, 100 mV, 2.5 W, the smallest",
        "core/stages/prove/contact.py",
    ),
    Law(
        23,
        "One band with two words: what a sound one reads, and the limit.",
        "good practice, generic",
        "core/stages/prove/readings/line.py: Band; column, verdict, example and paper read it",
    ),
    Law(
        24,
        "Nothing dead is done to what is live.",
        "IEC 60364-6; IEC 62446-1 for an installed string",
        "core/kinds/conversion.py: a tail that is a source has no probe and no ohm line",
    ),
    Law(
        25,
        "Each reading that is watched or failed is a finding with a reason of its own.",
        "good practice",
    ),
    Law(
        26,
        "A reading is taken while what it touches is bare.",
        "good practice, generic",
        "core/stages/prove/readings: each says where its metal is bare, and before which sleeve",
    ),
    Law(
        27,
        "A fix is offered when the lead after it is better off.",
        "good practice, generic",
        "core/standing/fixes.py: tried on the whole lead",
    ),
    Law(
        28,
        "A sentence names what is there, and what is worked out has three figures at most.",
        "good practice, generic",
        "core/trade/shown.py",
    ),
    Law(
        29,
        "The tag says the smallest figure that holds, at its share, and every limit of use.",
        "good practice, generic",
        "core/stages/tag/tag.py",
    ),
    Law(
        30,
        "A stop says which figure or rule stops it and what clears it.",
        "good practice, generic",
        "core/checks/found.py: a check without what clears it can not be written",
    ),
)
