"""The walk a second time, from what is written of the acts and from nothing of the program: told as what
is on each cable end, kept in plain tables.
"""

import math


class Second:
    """Walks an answer as ``euthyne steps`` writes it; ``said`` is what cannot be done."""

    def __init__(self, answer):
        self.a, self.said, self.n = answer, [], 0
        self.acts = [(s["key"], x) for s in answer["steps"] for x in s["acts"]]
        self.cables, self.parts = answer["cables"], answer["parts"]
        self.bodies = answer.get("fittings") or {}
        ends = [(c, k, e) for c, t in self.cables.items() for k in t["cores"] for e in "AB"]
        self.free = {(f"{c}.{k}", e): not self.cables[c]["existing"] for c, k, e in ends}
        self.bare, self.into, self.over = {}, {}, {key: set() for key in self.free}
        self.off, self.spare, self.face = {}, set(), set()
        self.there = {c for c, t in self.cables.items() if t["existing"]}
        self.on, self.home, self.tight = set(), set(), {}
        self.gated, self.joint, self.clicked = {}, {}, set()
        self.shut, self.dead, self.closed_ways = set(), set(), set()
        self.wanted = {}
        for core, *ways in answer["map"]:
            for e, way in zip("AB", ways, strict=True):
                if way is not None:
                    self.wanted.setdefault(way, set()).add((core, e))
        for number, (key, act) in enumerate(self.acts):
            self.n, self.key = number, key
            getattr(self, "do_" + act["act"].replace("-", "_"), self.nothing)(act)
            self.live()
        self.key = "end"
        self.whole()

    def no(self, why):
        self.said.append(f"{self.key}: {why}")

    def nothing(self, act):
        if act["act"] not in ("wait", "lay-out", "clean"):
            self.no(f"no act {act['act']}")

    def cores(self, cable):
        return [f"{cable}.{k}" for k in self.cables[cable]["cores"]]

    def under(self, part):
        told = self.parts[part]
        own = [k if "." in k else f"{told['cable']}.{k}" for k in told.get("over") or ()]
        return [k for k in own or self.cores(told["cable"]) if k.startswith(told["cable"] + ".")]

    def proven(self, core):
        cable, _, own = core.rpartition(".")
        told = self.cables[cable]
        if told["existing"] and own not in told.get("live", ()) and cable not in self.dead:
            self.no(f"{cable} was not proven dead")

    def made(self, cable):
        if cable not in self.there:
            self.no(f"{cable} is not there")

    def tip(self, core, end):
        self.made(core.rpartition(".")[0])
        self.proven(core)
        if not self.free[core, end] or (core, end) in self.into:
            self.no(f"{core}:{end} is not free")

    def hidden(self, at):
        way = self.into.get(at)
        return (
            bool(self.over[at])
            or way in self.clicked
            or (way or "").rpartition(".")[0] in self.shut
        )

    def do_cut(self, act):
        if act["cable"] in self.there:
            self.no(f"{act['cable']} is there")
        self.there.add(act["cable"])

    def do_dead(self, act):
        self.dead.add(act["cable"])

    def do_cut_off(self, act):
        cable, end = act["cable"], act["end"]
        for core in [f"{cable}.{k}" for k in act.get("cores") or self.cables[cable]["cores"]]:
            self.proven(core)
            self.free[core, end] = True
            self.over[core, end] = set()
            self.bare.pop((core, end), None)
            if core.rpartition(".")[2] in self.cables[cable].get("live", ()):
                self.face.add((core, end))
        if not act.get("cores"):
            self.off[cable, end] = {}

    def do_strip(self, act):
        cable, end = act["cable"], act["end"]
        for core in self.cores(cable):
            self.tip(core, end)
        off, layers = self.off.setdefault((cable, end), {}), self.cables[cable]["layers"]
        if len(off) >= len(layers) or layers[len(off)] != act["layer"]:
            self.no(f"{act['layer']} is not outermost")
        if act["mm"] > min(off.values(), default=math.inf):
            self.no(f"{act['layer']} further than what is over it")
        off[act["layer"]] = act["mm"]

    def do_trim(self, act):
        self.tip(act["core"], act["end"])
        if (act["core"], act["end"]) in self.bare:
            self.no(f"{act['core']} trimmed when bare")

    def do_bare(self, act):
        at = act["core"], act["end"]
        self.tip(*at)
        cable, _, own = act["core"].rpartition(".")
        layers = self.cables[cable]["layers"]
        braid = (self.cables[cable].get("screens") or {}).get(own)
        layers = layers[: layers.index(braid) + 1] if braid else layers
        off = self.off.get((cable, act["end"]), {})
        if at in self.bare or set(layers) - set(off):
            self.no(f"{at} is bare, or covered")
        elif layers and act["mm"] > off[layers[-1]]:
            self.no(f"{at} bared under {layers[-1]}")
        self.bare[at] = act["mm"]

    def do_thread(self, act):
        part, end = act["part"], act["from"]
        told = self.parts[part]
        self.made(told["cable"])
        if part in self.on or told.get("split"):
            self.no(f"{part} is on, or opens")
        for core in self.under(part):
            way = self.into.get((core, end))
            tip = self.joint[way]["tip_mm"] if way else 0
            if not self.free[core, end] or (told["bore_mm"] or (0 if way else math.inf)) < tip:
                self.no(f"{part} does not pass {core}:{end}")
            if way in self.clicked and self.joint[way].get("kept"):
                self.no(f"{part} does not pass a housing")
            if told.get("over") and set(self.cables[told["cable"]]["layers"]) - set(
                self.off.get((told["cable"], end), {})
            ):
                self.no(f"{part} goes under a layer")
        for other, covers in self.tight.items():
            its = self.parts[other]
            lies = its["end"] == end and set(self.under(other)) & set(self.under(part)) and covers
            if lies and (its.get("od_mm") or math.inf) > (told["bore_mm"] or 0):
                self.no(f"{other} is on the way of {part}")
        self.on.add(part)
        self.gated[part] = False

    def do_gate(self, act):
        for part in act["parts"]:
            if part not in self.on or part in self.tight:
                self.no(f"gate: {part} is not on, or fixed")
            self.gated[part] = True

    def lasting(self, cores, tip):
        for part, told in self.parts.items():
            mine = {(c, e) for c, e in cores if c in self.under(part)}
            if not mine or told.get("split") or (told["bore_mm"] or 0) >= tip:
                continue
            later = [
                x for _, x in self.acts[self.n :] if x["act"] == "thread" and x["part"] == part
            ]
            end = next(iter(mine))[1]
            if part not in self.on and (later[0]["from"] if later else told["end"]) == end:
                self.no(f"{part} is shut out")
            if (
                part in self.on
                and told["end"] == end
                and part not in self.tight
                and not self.gated[part]
            ):
                self.no(f"no gate names {part}")

    def do_join(self, act):
        cores = {(c.rpartition(":")[0], c.rpartition(":")[2]) for c in act["cores"]}
        if self.wanted.get(act["at"]) != cores or act["at"] in self.joint:
            self.no(f"{act['at']} takes other cores, or is joined")
        if act["at"].rpartition(".")[0] in self.shut:
            self.no(f"{act['at']} is shut")
        for at in cores:
            self.tip(*at)
            if at not in self.bare or self.over[at]:
                self.no(f"{at} is not bare")
        if act.get("lasting"):
            self.lasting(cores, act.get("tip_mm") or math.inf)
        self.joint[act["at"]] = act
        self.into |= dict.fromkeys(cores, act["at"])

    def do_insert(self, act):
        if act["at"] not in self.joint or act["at"].rpartition(".")[0] in self.shut:
            self.no(f"{act['at']} is not joined, or shut")
            return
        if act.get("lasting"):
            cores = {at for at, way in self.into.items() if way == act["at"]}
            self.lasting(cores, math.inf)
            self.joint[act["at"]] = self.joint[act["at"]] | {"kept": True}
        self.clicked.add(act["at"])

    def do_blank(self, act):
        if act["at"] in self.wanted or act["at"].rpartition(".")[0] in self.shut:
            self.no(f"{act['at']} is used, or shut")
        self.closed_ways.add(act["at"])

    def do_place(self, act):
        part = act["part"]
        if self.parts[part].get("split"):
            self.on.add(part)
        if (
            part not in self.on
            or part in self.tight
            or self.parts[part].get("fitting") in self.shut
        ):
            self.no(f"{part} is not on, is fixed, or comes too late")
        self.home.add(part)

    def do_fix(self, act):
        part = act["part"]
        if part not in self.home or part in self.tight:
            self.no(f"{part} is not in its place, or fixed")
        for name in act["covers"]:
            if ":" in name:
                core, _, end = name.rpartition(":")
                self.over[core, end].add(part)
            elif name not in self.joint:
                self.no(f"{part} covers {name}, not joined")
            for at in [at for at, way in self.into.items() if way == name]:
                self.over[at].add(part)
        self.tight[part] = act["covers"]

    def do_grip(self, act):
        cable, end = act["cable"], act["end"]
        on = self.cables[cable]["layers"] and not self.off.get((cable, end))
        if on and any(self.free[core, end] for core in self.cores(cable)):
            self.no(f"{cable}:{end} is gripped with all its layers on")

    def do_close(self, act):
        body = act["fitting"]
        told = self.bodies.get(body, {})
        for part, its in self.parts.items():
            if its.get("fitting") == body and part not in self.home:
                self.no(f"{part} is left out of {body}")
        for way, cores in self.wanted.items():
            if way.rpartition(".")[0] != body:
                continue
            if way not in self.joint and any(self.free[at] for at in cores):
                self.no(f"{way} is empty")
            click = told.get("click")
            clicks = click is True or way.rpartition(".")[2] in (click or ())
            if clicks and way in self.joint and way not in self.clicked:
                self.no(f"{way} hangs out")
        for mark in told.get("blanks") or ():
            if f"{body}.{mark}" not in self.closed_ways:
                self.no(f"{body}.{mark} is open")
        self.shut.add(body)

    def do_read(self, act):
        for name in act.get("touches", ()):
            core, _, end = name.rpartition(":")
            if ":" in name:
                self.proven(core)
                if (core, end) not in self.bare or self.hidden((core, end)):
                    self.no(f"{name} cannot be touched")
            elif name not in self.joint:
                self.no(f"{name} is not joined")

    def do_look(self, act):
        for name in act["of"]:
            covered = any(name in covers for covers in self.tight.values())
            if name in self.joint and (covered or name.rpartition(".")[0] in self.shut):
                self.no(f"{name} is out of sight")
            if name not in self.joint and name not in self.on and name not in self.closed_ways:
                self.no(f"there is no {name} to see")

    def do_tug(self, act):
        if act["at"] not in self.joint or act["at"].rpartition(".")[0] in self.shut:
            self.no(f"{act['at']} cannot be pulled")

    do_solder_on = do_tug

    def do_mark(self, act):
        if act.get("what") == "spare":
            core, _, end = act["at"].rpartition(":")
            self.spare.add((core, end))

    def live(self):
        """Of a live source never two cores open, but two that are both joined."""
        hot = [
            at
            for at in self.free
            if at[0].rpartition(".")[2] in self.cables[at[0].rpartition(".")[0]].get("live", ())
            and (at in self.bare or at in self.face)
            and not self.hidden(at)
        ]
        loose = [at for at in hot if at not in self.into]
        if loose and len({core for core, _ in hot}) > 1:
            self.no(f"{hot} are open together")

    def whole(self):
        for way, cores in self.wanted.items():
            if way not in self.joint and any(self.free[at] for at in cores):
                self.no(f"{way} was never joined")
        landed = {at for cores in self.wanted.values() for at in cores}
        for at, free in self.free.items():
            if free and at not in landed and not self.over[at] and at not in self.spare:
                self.no(f"{at} is left open")
        for part in self.parts:
            if part not in self.home:
                self.no(f"{part} was never put in its place")


def cannot_be_done(answer):
    """What the second walk finds of an answer."""
    return Second(answer).said
