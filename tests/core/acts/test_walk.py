"""A build is walked act by act: what can be done is, what cannot is named with its reason."""

import copy
import json

import pytest
from click.testing import CliRunner

from euthyne.cli import main
from euthyne.exchange.acts_file import faults_of_steps


def steps(*told):
    """Steps from their key and their acts, each written ``name field=value ...``."""
    return [{"key": key, "acts": [act(words) for words in acts]} for key, *acts in told]


def act(words):
    name, *fields = words.split()
    found = {"act": name}
    for one in fields:
        key, _, value = one.partition("=")
        try:
            found[key] = json.loads(value)
        except ValueError:
            found[key] = value
    return found


# A single for a mast lamp, a lug at one end under its sleeve, an open end that is covered.
LUG = {
    "map": [["plus.+", "post.1", None]],
    "cables": {"plus": {"layers": [], "cores": ["+"], "ends": {"A": "battery", "B": "mast"}}},
    "parts": {
        "sleeve": {"cable": "plus", "end": "A", "over": [], "bore_mm": 19, "fitting": "post"},
        "cap": {"cable": "plus", "end": "B", "over": ["+"], "bore_mm": 6},
    },
    "steps": steps(
        ("cut", "cut cable=plus length_mm=900"),
        ("sleeve", "thread part=sleeve from=A"),
        ("bare", "bare core=plus.+ end=A mm=20"),
        ("gate", 'gate parts=["sleeve"]'),
        ("press", 'join at=post.1 cores=["plus.+:A"] by=press tip_mm=24 lasting=true'),
        ("look", 'look of=["post.1"]', "tug at=post.1"),
        ("read", 'read line=lug touches=["plus.+:A","post.1"]'),
        ("shrink", "place part=sleeve", 'fix part=sleeve covers=["post.1"]'),
        ("cap", "thread part=cap from=B", "place part=cap", 'fix part=cap covers=["plus.+:B"]'),
    ),
}
# A plug on a cord that is there, its cover over the sheath; its earth is longest.
PLUG = {
    "map": [["cord.L", "plug.L", None], ["cord.E", "plug.E", None]],
    "cables": {
        "cord": {
            "layers": ["sheath"],
            "cores": ["L", "E"],
            "ends": {"A": "wall", "B": "lamp"},
            "existing": True,
        }
    },
    "parts": {"cover": {"cable": "cord", "end": "A", "over": [], "bore_mm": 9, "fitting": "plug"}},
    "fittings": {
        "plug": {"cavities": ["L", "E", "X"], "click": [], "mates": True, "blanks": ["X"]}
    },
    "steps": steps(
        ("dead", "dead cable=cord"),
        ("off", "cut-off cable=cord end=A"),
        ("cover", "thread part=cover from=A"),
        ("sheath", "strip cable=cord end=A layer=sheath mm=40"),
        ("trim", "trim core=cord.L end=A mm=8"),
        ("bare", "bare core=cord.L end=A mm=6", "bare core=cord.E end=A mm=6"),
        ("blank", "blank at=plug.X", 'look of=["plug.X"]'),
        ("L", 'join at=plug.L cores=["cord.L:A"] by=screw tip_mm=8'),
        ("E", 'join at=plug.E cores=["cord.E:A"] by=screw tip_mm=8', "tug at=plug.E"),
        ("look", 'look of=["plug.L","plug.E","cover"]'),
        ("shut", "grip fitting=plug cable=cord end=A", "place part=cover", "close fitting=plug"),
        ("prove", 'read line=earth touches=["plug.E","lamp.E"]'),
    ),
}
# The tail of a pack that stays live: one pole, covered, then the other.
TAIL = {
    "map": [["tail.-", None, "new.-"], ["tail.+", None, "new.+"]],
    "cables": {
        "tail": {
            "layers": [],
            "cores": ["+", "-"],
            "ends": {"A": "pack", "B": "old"},
            "existing": True,
            "live": ["+", "-"],
        }
    },
    "parts": {
        f"s{c}": {"cable": "tail", "end": "B", "over": [c], "bore_mm": 5, "fitting": "new"}
        for c in "+-"
    },
    "steps": steps(
        ("volts", 'read line=volts touches=["old.+","old.-"]'),
        *(
            step
            for c in "-+"
            for step in (
                (f"off{c}", f'cut-off cable=tail end=B cores=["{c}"]'),
                (f"s{c}", f"thread part=s{c} from=B"),
                (f"bare{c}", f"bare core=tail.{c} end=B mm=5", f'gate parts=["s{c}"]'),
                (
                    f"tin{c}",
                    f'join at=new.{c} cores=["tail.{c}:B"] by=solder tip_mm=7 lasting=true',
                ),
                (f"shrink{c}", f"place part=s{c}", f'fix part=s{c} covers=["new.{c}"]'),
            )
        ),
        ("shut", "close fitting=new"),
    ),
}
# A contact that clicks into a housing, its wire seal on before; a splice of two cores of different length.
CLICK = {
    "map": [["wire.1", "hood.1", "b1.a"], ["tail.1", "b1.b", None], ["wire.2", "hood.2", "b2.a"]],
    "cables": {
        "wire": {"layers": ["jacket"], "cores": ["1", "2"], "ends": {"A": "hood", "B": "joint"}},
        "tail": {"layers": [], "cores": ["1"], "ends": {"A": "joint", "B": "pump"}},
    },
    "parts": {
        f"seal{n}": {"cable": "wire", "end": "A", "over": [n], "bore_mm": 2, "fitting": "hood"}
        for n in "12"
    },
    "fittings": {"hood": {"cavities": ["1", "2"], "click": True, "mates": True, "blanks": True}},
    "steps": steps(
        ("cut", "cut cable=wire length_mm=500", "cut cable=tail length_mm=90"),
        ("jacket", "strip cable=wire end=A layer=jacket mm=50"),
        ("far", "strip cable=wire end=B layer=jacket mm=60", "trim core=wire.2 end=B mm=30"),
        *(
            step
            for n in "12"
            for step in (
                (f"seal{n}", f"thread part=seal{n} from=A", f"bare core=wire.{n} end=A mm=5"),
                (f"gate{n}", f'gate parts=["seal{n}"]'),
                (
                    f"crimp{n}",
                    f'join at=hood.{n} cores=["wire.{n}:A"] by=crimp tip_mm=3 lasting=true',
                ),
                (
                    f"look{n}",
                    f'look of=["hood.{n}"]',
                    f"place part=seal{n}",
                    f"fix part=seal{n} covers=[]",
                ),
                (f"in{n}", f"insert at=hood.{n} lasting=true", f'look of=["hood.{n}"]'),
            )
        ),
        ("shut", "close fitting=hood", 'read line=way touches=["hood.1"]'),
        (
            "bare",
            "bare core=wire.1 end=B mm=7",
            "bare core=wire.2 end=B mm=7",
            "bare core=tail.1 end=A mm=7",
        ),
        ("b1", 'join at=b1.a cores=["wire.1:B"] by=splice tip_mm=5 joint_mm=25 lasting=true'),
        ("b1t", 'join at=b1.b cores=["tail.1:A"] by=splice tip_mm=5 joint_mm=25 lasting=true'),
        ("b2", 'join at=b2.a cores=["wire.2:B"] by=splice tip_mm=5 joint_mm=25 lasting=true'),
        ("end", "mark at=tail.1:B what=spare", "wait minutes=5"),
    ),
}
SOUND = {"lug": LUG, "plug": PLUG, "tail": TAIL, "click": CLICK}


def whys(build):
    return [f"{x.step}: {x.why}" for x in faults_of_steps(json.dumps(build))]


@pytest.mark.parametrize("name", SOUND)
def test_what_hands_can_do_has_no_fault(name):
    assert whys(SOUND[name]) == []


def without(key, number=None):
    def spoil(build):
        step = next(s for s in build["steps"] if s["key"] == key)
        if number is None:
            build["steps"].remove(step)
        else:
            del step["acts"][number]

    return spoil


def after(key, *acts):
    def spoil(build):
        at = next(i for i, s in enumerate(build["steps"]) if s["key"] == key)
        build["steps"].insert(at + 1, {"key": "more", "acts": [act(words) for words in acts]})

    return spoil


def moved(key, behind):
    def spoil(build):
        step = next(s for s in build["steps"] if s["key"] == key)
        build["steps"].remove(step)
        at = next(i for i, s in enumerate(build["steps"]) if s["key"] == behind)
        build["steps"].insert(at + 1, step)

    return spoil


def said(key, number, **values):
    return lambda build: next(s for s in build["steps"] if s["key"] == key)["acts"][number].update(
        values
    )


SPOILED = [
    ("lug", without("sleeve"), "press: it shuts sleeve out, which is not on"),
    ("lug", moved("sleeve", "press"), "press: it shuts sleeve out, which is not on"),
    ("lug", without("gate"), "press: no gate names sleeve before post.1"),
    ("lug", moved("read", "shrink"), "read: plus.+:A is covered by sleeve"),
    ("lug", moved("look", "shrink"), "look: post.1 is covered by sleeve"),
    ("lug", moved("bare", "press"), "press: plus.+:A is not bare"),
    ("lug", without("cut"), "sleeve: plus is not cut yet"),
    ("lug", after("cut", "cut cable=plus length_mm=900"), "more: plus is there already"),
    ("lug", after("sleeve", "thread part=sleeve from=A"), "more: sleeve is on already"),
    ("lug", after("bare", "bare core=plus.+ end=A mm=9"), "more: plus.+:A is bare already"),
    ("lug", without("cap"), "the end: plus.+:B is in no way and left open"),
    (
        "lug",
        said("shrink", 1, covers=["post.9"]),
        "shrink: post.9 is not joined when sleeve covers it",
    ),
    ("lug", without("shrink", 0), "shrink: sleeve is not in its place"),
    ("lug", said("press", 0, at="post.2"), "press: post.2 takes [], not ['plus.+:A']"),
    (
        "lug",
        after("shrink", "off part=sleeve", "thread part=sleeve from=A"),
        "more: sleeve does not pass",
    ),
    ("lug", after("cut", "polish cable=plus"), "more: no such act is known"),
    ("lug", after("cut", "wait hours=2"), "more: hours: no such field is known"),
    ("lug", after("cut", "thread part=boot from=A"), "more: there is no part boot"),
    ("lug", after("sleeve", "bare core=minus.- end=A mm=9"), "more: there is no cable minus"),
    ("plug", without("dead"), "off: cord is there already and was not proven dead"),
    ("plug", without("off"), "cover: cord.L:A is finished: nothing goes over it"),
    ("plug", moved("bare", "off"), "bare: sheath is still over cord.L:A"),
    ("plug", said("bare", 0, mm=45), "bare: cord.L:A is bared further than sheath is off"),
    ("plug", moved("trim", "bare"), "trim: cord.L:A is bare already"),
    ("plug", without("sheath"), "shut: sheath of cord:A is not off"),
    ("plug", without("blank"), "shut: plug.X is not blanked"),
    ("plug", said("blank", 0, at="plug.E"), "blank: plug.E is used"),
    ("plug", moved("look", "shut"), "look: plug.L is in a shut body"),
    ("plug", without("E"), "shut: plug.E is not joined when plug is shut"),
    ("plug", without("shut", 1), "shut: cover is not in its place when plug is shut"),
    ("plug", said("E", 0, cores=["cord.L:A"]), "E: plug.E takes ['cord.E:A'], not ['cord.L:A']"),
    ("plug", after("shut", "tug at=plug.L"), "more: plug.L is in a shut body"),
    ("plug", lambda b: b["fittings"]["plug"].update(mates=False), "prove: plug.E: plug is shut"),
    (
        "tail",
        moved("off+", "bare-"),
        "off+: tail.+:B and tail.-:B of a live source are open together",
    ),
    (
        "tail",
        without("shrink-", 1),
        "off+: tail.+:B and tail.-:B of a live source are open together",
    ),
    (
        "tail",
        said("off-", 0, cores=["-", "+"]),
        "off-: tail: the blade goes through two cores of one live",
    ),
    ("click", without("seal1", 0), "crimp1: it shuts seal1 out, which is not on"),
    ("click", after("in1", 'look of=["wire.1:A"]'), "more: wire.1:A is out of sight"),
    ("click", without("crimp1"), "look1: hood.1 is not joined"),
    ("click", without("in2"), "shut: hood.2 is not inserted when hood is shut"),
    ("click", after("in1", 'read line=x touches=["wire.1:A"]'), "more: wire.1:A is in its housing"),
    ("click", said("far", 1, mm=10), "b2: the joint of wire.2:B lies beside b1.a"),
    ("click", said("jacket", 0, layer="foil"), "jacket: wire has no layer foil"),
    ("click", without("end", 0), "the end: tail.1:B is in no way and left open"),
    ("click", after("shut", "insert at=hood.1"), "more: hood.1 is in a shut body"),
]


@pytest.mark.parametrize(
    ("name", "spoil", "why"), SPOILED, ids=lambda x: x if isinstance(x, str) else ""
)
def test_what_hands_cannot_do_is_named(name, spoil, why):
    build = copy.deepcopy(SOUND[name])
    spoil(build)
    found = whys(build)
    assert any(one.startswith(why) for one in found), found


def test_the_command_answers_with_the_faults_and_its_status():
    sound = CliRunner().invoke(main, ["walk", "-"], input=json.dumps(LUG))
    assert (sound.exit_code, json.loads(sound.output)) == (0, {"faults": []})
    spoiled = copy.deepcopy(LUG)
    without("gate")(spoiled)
    told = CliRunner().invoke(main, ["walk", "-"], input=json.dumps(spoiled))
    assert told.exit_code == 1
    assert json.loads(told.output)["faults"][0] == {
        "step": "press",
        "act": "join",
        "why": "no gate names sleeve before post.1",
    }
    odd = CliRunner().invoke(main, ["walk", "-"], input="[]")
    assert odd.exit_code == 2
