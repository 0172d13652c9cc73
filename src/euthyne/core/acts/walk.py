"""The walk: every act of a build done in order on cables of the mind, with all that cannot be done."""

from collections.abc import Callable
from contextlib import suppress
from typing import Any

from euthyne.core.acts import records as acts
from euthyne.core.acts.laws import left_undone, two_live
from euthyne.core.acts.records import ActedBuild, BenchAct, WalkFault
from euthyne.core.acts.state import SIDES, ActedJoint, BenchState, CannotBeDone, CoreTip

AT_THE_END = "the end"


def walk(build: ActedBuild) -> list[WalkFault]:
    """Walk a build from its first act to its last.

    Parameters: build. Returns: everything that cannot be done or was left undone, in the order it is met;
    an act that cannot be done is passed over, as if nobody had tried.
    """
    return _Walk(build).faults()


def rests(build: ActedBuild) -> tuple[str, ...]:
    """The steps of a build after which it may lie until another day: no bared core waits to be joined, and no
    metal of a live source can be touched.

    Parameters: build. Returns: their keys, in the order of the build.
    """
    return _Walk(build).rests()


class _Walk:
    """One walk. What comes later is looked at where an act shuts out what is not on yet."""

    def __init__(self, build: ActedBuild) -> None:
        self.build, self.bench = build, BenchState(build)
        self.order = [act for step in build.steps for act in step.acts]
        self.at = 0  # the number of the act that is done now
        self.doing: dict[str, Callable[[Any], None]] = {
            "dead": self._dead,
            "cut": self._cut,
            "cut-off": self._cut_off,
            "strip": self._strip,
            "trim": self._trim,
            "bare": self._bare,
            "thread": self._thread,
            "join": self._join,
            "insert": self._insert,
            "blank": self._blank,
            "place": self._place,
            "fix": self._fix,
            "off": self._off,
            "grip": self._grip,
            "close": self._close,
            "read": self._read,
            "look": self._look,
            "gate": self._gate,
            "mark": self._mark,
            "tug": self._tug,
            "solder-on": self._tug,
        }

    def faults(self) -> list[WalkFault]:
        """What cannot be done, act by act, and what is left undone at the end."""
        found = []
        for step in self.build.steps:
            for act in step.acts:
                try:
                    self._do(act)
                except CannotBeDone as why:
                    found.append(WalkFault(step.key, act.name, str(why)))
                found += [WalkFault(step.key, act.name, words) for words in two_live(self.bench)]
                self.at += 1
        return found + [WalkFault(AT_THE_END, "", words) for words in left_undone(self.bench)]

    def rests(self) -> tuple[str, ...]:
        """The steps after which nothing is left bare."""
        found = []
        for step in self.build.steps:
            for act in step.acts:
                with suppress(CannotBeDone):
                    self._do(act)
                self.at += 1
            tips = self.bench.tips.values()
            bare = any(t.exposed and t.free and not t.covers and not t.spare for t in tips)
            if not bare and not self.bench.open_live():
                found.append(step.key)
        return tuple(found)

    def _do(self, act: BenchAct) -> None:
        done = self.doing.get(act.name)
        if done is not None:
            done(act)

    # Cables

    def _dead(self, act: acts.DeadAct) -> None:
        self.bench.cable(act.cable)
        self.bench.dead.add(act.cable)

    def _cut(self, act: acts.CutAct) -> None:
        self.bench.cable(act.cable)
        if act.cable in self.bench.made:
            raise CannotBeDone(f"{act.cable} is there already")
        self.bench.made.add(act.cable)

    def _cut_off(self, act: acts.CutOffAct) -> None:
        bench = self.bench
        bench.needs_made(act.cable)
        tips = dict(bench.tips_of(act.cable, act.end, act.cores))
        for core in tips:
            bench.needs_dead(core)
        live = bench.source_of()
        sources = [live[core] for core in tips if core in live]
        if len(sources) > len(set(sources)):
            raise CannotBeDone(f"{act.cable}: the blade goes through two cores of one live source")
        for core, tip in tips.items():
            self._undo_joint(tip)
            bench.tips[core, act.end] = CoreTip(cut_face=core in live)
        for name, state in bench.laid.items():
            if bench.parts[name].cable == act.cable and bench.parts[name].end == act.end:
                state.covers = tuple(x for x in state.covers if x in bench.joints)
        if not act.cores:
            bench.stripped.pop((act.cable, act.end), None)

    def _undo_joint(self, tip: CoreTip) -> None:
        """What was joined there goes with what is cut off."""
        if tip.joined_at is not None:
            gone = self.bench.joints.pop(tip.joined_at)
            for name in gone.act.cores:
                other = self.bench.tip_named(name)
                other.joined_at = None

    def _strip(self, act: acts.StripAct) -> None:
        cable = self.bench.needs_made(act.cable)
        for core, tip in self.bench.tips_of(act.cable, act.end):
            self.bench.needs_dead(core)
            if not tip.free:
                raise CannotBeDone(f"the tip of {act.cable}:{act.end} is not free")
        off = self.bench.stripped.setdefault((act.cable, act.end), {})
        if act.layer not in cable.layers:
            raise CannotBeDone(f"{act.cable} has no layer {act.layer}")
        if act.layer in off:
            raise CannotBeDone(f"{act.layer} of {act.cable}:{act.end} is off already")
        if act.layer != cable.layers[len(off)]:
            raise CannotBeDone(
                f"{act.layer} of {act.cable}:{act.end} lies under {cable.layers[len(off)]}"
            )
        if off and act.mm > min(off.values()):
            raise CannotBeDone(f"{act.layer} comes off further than what lies over it")
        off[act.layer] = act.mm

    def _trim(self, act: acts.TrimAct) -> None:
        tip = self._free_tip(act.core, act.end)
        if tip.bare_mm is not None:
            raise CannotBeDone(f"{act.core}:{act.end} is bare already")
        tip.trimmed_mm += act.mm

    def _free_tip(self, core: str, end: str) -> CoreTip:
        self.bench.needs_made(core.rpartition(".")[0])
        tip = self.bench.tip(core, end)
        self.bench.needs_dead(core)
        if not tip.free:
            raise CannotBeDone(f"the tip of {core}:{end} is not free")
        return tip

    def _bare(self, act: acts.BareAct) -> None:
        tip = self._free_tip(act.core, act.end)
        if tip.bare_mm is not None:
            raise CannotBeDone(f"{act.core}:{act.end} is bare already")
        off = self.bench.stripped.get((act.core.rpartition(".")[0], act.end), {})
        over = self.bench.layers_over(act.core)
        if covered := [layer for layer in over if layer not in off]:
            raise CannotBeDone(f"{covered[0]} is still over {act.core}:{act.end}")
        if over and act.mm > off[over[-1]]:
            raise CannotBeDone(f"{act.core}:{act.end} is bared further than {over[-1]} is off")
        if tip.covers:
            raise CannotBeDone(f"{act.core}:{act.end} is covered")
        tip.bare_mm = act.mm

    # Parts

    def _thread(self, act: acts.ThreadAct) -> None:
        bench, part = self.bench, self.bench.part(act.part)
        state = bench.laid[act.part]
        bench.needs_made(part.cable)
        if state.on:
            raise CannotBeDone(f"{act.part} is on already")
        if part.split:
            raise CannotBeDone(f"{act.part} opens: it is placed, not threaded")
        cores = [core for core in bench.cores_under(act.part) if core.startswith(f"{part.cable}.")]
        for core in cores:
            tip = bench.tip(core, act.from_end)
            if tip.finished:
                raise CannotBeDone(f"{core}:{act.from_end} is finished: nothing goes over it")
            if bench.shut(core, act.from_end):
                raise CannotBeDone(f"{core}:{act.from_end} is in a shut body")
            if tip.joined_at is not None and not self._passes(act.part, tip.joined_at):
                raise CannotBeDone(f"{act.part} does not pass what is at {core}:{act.from_end}")
            off = bench.stripped.get((part.cable, act.from_end), {})
            if part.over and (left := [x for x in bench.layers_over(core) if x not in off]):
                raise CannotBeDone(f"{left[0]} is still over {core}:{act.from_end}")
        self._way_is_clear(act, set(cores))
        state.on, state.gated = True, False
        state.times_threaded += 1
        if state.times_threaded > 1:
            state.placed = state.fixed = False

    def _passes(self, part: str, at: str) -> bool:
        """Whether a part goes over what is joined at a way."""
        joint, bore = self.bench.joints[at], self.bench.parts[part].bore_mm
        if joint.inserted and self._inserted_for_good(at):
            return False
        return joint.act.tip_mm is not None and bore is not None and joint.act.tip_mm <= bore

    def _inserted_for_good(self, at: str) -> bool:
        done = self.order[: self.at]
        return any(isinstance(x, acts.InsertAct) and x.at == at and x.lasting for x in done)

    def _way_is_clear(self, act: acts.ThreadAct, cores: set[str]) -> None:
        """Raise CannotBeDone where something fixed lies on a part's way."""
        bench, part = self.bench, self.bench.part(act.part)
        for name, other in bench.parts.items():
            if not bench.laid[name].fixed or name == act.part or other.end != act.from_end:
                continue
            if not cores & set(bench.cores_under(name)):
                continue
            if part.over and not other.over and act.from_end == part.end:
                continue  # it lies on the sheath, and a sleeve of a core stays before it
            if other.od_mm is None or part.bore_mm is None or other.od_mm > part.bore_mm:
                raise CannotBeDone(f"{name} is fixed on the way of {act.part}")

    def _place(self, act: acts.PlaceAct) -> None:
        bench, part, state = self.bench, self.bench.part(act.part), self.bench.laid[act.part]
        if part.split and not state.on:
            bench.needs_made(part.cable)
            state.on = True
        if not state.on:
            raise CannotBeDone(f"{act.part} is not on")
        if state.fixed:
            raise CannotBeDone(f"{act.part} is fixed")
        if part.fitting in bench.closed:
            raise CannotBeDone(f"{part.fitting} is shut")
        if under := self._fixed_outside(act.part):
            raise CannotBeDone(f"{act.part} cannot come under {under}, which is fixed")
        state.placed = True

    def _fixed_outside(self, part: str) -> str:
        """A wider part that is fixed over the joint a sleeve belongs to; empty where none is."""
        bench, own = self.bench, self.bench.parts[part]
        if not own.over:
            return ""
        cores = set(bench.cores_under(part))
        for name, other in bench.parts.items():
            wider = not other.over or cores < set(bench.cores_under(name))
            if not wider or not bench.laid[name].fixed:
                continue
            tips = {f"{core}:{own.end}" for core in cores}
            joints = {bench.tip(core, own.end).joined_at for core in cores}
            if set(bench.laid[name].covers) & (tips | joints):
                return name
        return ""

    def _fix(self, act: acts.FixAct) -> None:
        bench, part, state = self.bench, self.bench.part(act.part), self.bench.laid[act.part]
        if not state.placed:
            raise CannotBeDone(f"{act.part} is not in its place")
        if state.fixed:
            raise CannotBeDone(f"{act.part} is fixed already")
        tips: list[CoreTip] = []
        for name in act.covers:
            if ":" in name:
                tips.append(bench.tip_named(name))
            elif name in bench.joints:
                tips += [bench.tip_named(core) for core in bench.joints[name].act.cores]
            else:
                raise CannotBeDone(f"{name} is not joined when {act.part} covers it")
        for tip in tips:
            tip.covers.add(act.part)
        if part.fitting in bench.closed:
            for name in act.covers:
                if name in bench.joints:
                    bench.joints[name].sealed_over = True
        state.fixed, state.covers = True, act.covers

    def _off(self, act: acts.OffAct) -> None:
        state = self.bench.laid.get(act.part)
        self.bench.part(act.part)
        if state is None or not state.placed:
            raise CannotBeDone(f"{act.part} is not in its place")
        for tip in self.bench.tips.values():
            tip.covers.discard(act.part)
        if state.fixed:
            state.on = False
        state.placed = state.fixed = False
        state.covers = ()

    def _gate(self, act: acts.GateAct) -> None:
        for name in act.parts:
            self.bench.part(name)
            state = self.bench.laid[name]
            if not state.on:
                raise CannotBeDone(f"{name} is not on")
            if state.fixed:
                raise CannotBeDone(f"{name} is fixed already")
        for name in act.parts:
            self.bench.laid[name].gated = True

    # Joints

    def _join(self, act: acts.JoinAct) -> None:
        bench, fitting = self.bench, act.at.rpartition(".")[0]
        if act.at in bench.joints:
            raise CannotBeDone(f"{act.at} is joined already")
        if act.at in bench.blanked:
            raise CannotBeDone(f"{act.at} is blanked")
        if fitting in bench.closed:
            raise CannotBeDone(f"{fitting} is shut")
        wanted = bench.wanted.get(act.at, set())
        if wanted != set(act.cores) or len(act.cores) != len(wanted):
            raise CannotBeDone(f"{act.at} takes {sorted(wanted)}, not {sorted(act.cores)}")
        for name in act.cores:
            core, _, end = name.rpartition(":")
            tip = self._free_tip(core, end)
            if tip.bare_mm is None:
                raise CannotBeDone(f"{name} is not bare")
            if tip.covers:
                raise CannotBeDone(f"{name} is covered")
        self._not_beside(act)
        if act.lasting:
            self._shut_out(act.at, act.cores, act.tip_mm)
        bench.joints[act.at] = ActedJoint(act)
        for name in act.cores:
            bench.tip_named(name).joined_at = act.at

    def _not_beside(self, act: acts.JoinAct) -> None:
        """Raise CannotBeDone where two splices at one end of a cable would lie side by side. An end at
        which no core was shortened says nothing of where its joints lie.
        """
        if act.joint_mm is None:
            return
        for name in act.cores:
            core, _, end = name.rpartition(":")
            cable = core.rpartition(".")[0]
            tips = dict(self.bench.tips_of(cable, end))
            if not any(tip.trimmed_mm for tip in tips.values()):
                continue
            for other, tip in tips.items():
                joint = self.bench.joints.get(tip.joined_at or "")
                if other == core or joint is None or joint.act.joint_mm is None:
                    continue
                apart = abs(tip.trimmed_mm - tips[core].trimmed_mm)
                if apart < max(act.joint_mm, joint.act.joint_mm):
                    raise CannotBeDone(f"the joint of {name} lies beside {tip.joined_at}")

    def _shut_out(self, at: str, cores: tuple[str, ...], tip_mm: float | None) -> None:
        """Raise CannotBeDone where a lasting act shuts a part out that is not on, or that no gate named."""
        for name, part in self.bench.parts.items():
            ends = [c.rpartition(":") for c in cores]
            here = [(core, end) for core, _, end in ends if core in self.bench.cores_under(name)]
            here = [(core, end) for core, end in here if core.startswith(f"{part.cable}.")]
            if not here or part.split or self._goes_over(part.bore_mm, tip_mm):
                continue
            state, (_, end) = self.bench.laid[name], here[0]
            if not state.on and self._comes_from(name, end):
                raise CannotBeDone(f"it shuts {name} out, which is not on")
            if state.on and part.end == end and not state.gated and not state.fixed:
                raise CannotBeDone(f"no gate names {name} before {at}")

    @staticmethod
    def _goes_over(bore_mm: float | None, tip_mm: float | None) -> bool:
        return bore_mm is not None and tip_mm is not None and bore_mm >= tip_mm

    def _comes_from(self, part: str, end: str) -> bool:
        """Whether a part that is not on still wants to go over this end: it is threaded there later, or
        belongs here and is threaded nowhere.
        """
        later = [
            x for x in self.order[self.at :] if isinstance(x, acts.ThreadAct) and x.part == part
        ]
        if later:
            return later[0].from_end == end
        return self.bench.parts[part].end == end

    def _insert(self, act: acts.InsertAct) -> None:
        bench, fitting = self.bench, act.at.rpartition(".")[0]
        joint = self._open_joint(act.at)
        if joint.inserted:
            raise CannotBeDone(f"{act.at} is inserted already")
        clicks = bench.body(fitting).clicks(act.at.rpartition(".")[2])
        if fitting in bench.build.fittings and not clicks:
            raise CannotBeDone(f"{act.at} is no way that a contact clicks into")
        if act.lasting:
            self._shut_out(act.at, joint.act.cores, None)
        joint.inserted = True

    def _open_joint(self, at: str) -> ActedJoint:
        if at not in self.bench.joints:
            raise CannotBeDone(f"{at} is not joined")
        if at.rpartition(".")[0] in self.bench.closed:
            raise CannotBeDone(f"{at} is in a shut body")
        return self.bench.joints[at]

    def _blank(self, act: acts.BlankAct) -> None:
        if act.at in self.bench.wanted:
            raise CannotBeDone(f"{act.at} is used")
        if act.at in self.bench.blanked:
            raise CannotBeDone(f"{act.at} is blanked already")
        if act.at.rpartition(".")[0] in self.bench.closed:
            raise CannotBeDone(f"{act.at} is in a shut body")
        self.bench.blanked.add(act.at)

    # Bodies

    def _grip(self, act: acts.GripAct) -> None:
        cable = self.bench.needs_made(act.cable)
        if not self.bench.is_body(act.fitting):
            raise CannotBeDone(f"there is no body {act.fitting}")
        off = self.bench.stripped.get((act.cable, act.end), {})
        finished = all(tip.finished for _, tip in self.bench.tips_of(act.cable, act.end))
        if cable.layers and not off and not finished:
            raise CannotBeDone(f"{cable.layers[0]} of {act.cable}:{act.end} is not off")

    def _close(self, act: acts.CloseAct) -> None:
        bench = self.bench
        if not bench.is_body(act.fitting):
            raise CannotBeDone(f"there is no body {act.fitting}")
        if act.fitting in bench.closed:
            raise CannotBeDone(f"{act.fitting} is shut already")
        for name, part in bench.parts.items():
            if part.fitting == act.fitting and not bench.laid[name].placed:
                raise CannotBeDone(f"{name} is not in its place when {act.fitting} is shut")
        body = bench.body(act.fitting)
        for at in bench.ways_of(act.fitting):
            mark = at.rpartition(".")[2]
            if not self._landed(at):
                raise CannotBeDone(f"{at} is not joined when {act.fitting} is shut")
            if body.clicks(mark) and at in bench.joints and not bench.joints[at].inserted:
                raise CannotBeDone(f"{at} is not inserted when {act.fitting} is shut")
        used = {at.rpartition(".")[2] for at in bench.ways_of(act.fitting)}
        for mark in body.to_be_blanked(used):
            if f"{act.fitting}.{mark}" not in bench.blanked:
                raise CannotBeDone(f"{act.fitting}.{mark} is not blanked")
        bench.closed.add(act.fitting)

    def _landed(self, at: str) -> bool:
        """True where a way has its wires: joined here, or of an end that was there and is as it was."""
        if at in self.bench.joints:
            return True
        return all(self.bench.tip_named(name).finished for name in self.bench.wanted[at])

    # Eyes and meters

    def _read(self, act: acts.ReadAct) -> None:
        for name in act.touches:
            if ":" in name:
                self._read_core(name)
            else:
                self._read_way(name)

    def _read_core(self, name: str) -> None:
        core, _, end = name.rpartition(":")
        tip = self.bench.tip(core, end)
        self.bench.needs_made(core.rpartition(".")[0])
        self.bench.needs_dead(core)
        if tip.bare_mm is None and not tip.cut_face:
            raise CannotBeDone(f"{name} is not bare")
        if tip.covers:
            raise CannotBeDone(f"{name} is covered by {sorted(tip.covers)[0]}")
        if self.bench.shut(core, end):
            raise CannotBeDone(f"{name} is in a shut body")
        if self.bench.covered(core, end):
            raise CannotBeDone(f"{name} is in its housing")

    def _read_way(self, at: str) -> None:
        bench, fitting = self.bench, at.rpartition(".")[0]
        if self._as_it_was(at):
            return
        if at not in bench.joints:
            raise CannotBeDone(f"{at} is not joined")
        joint = bench.joints[at]
        for name in joint.act.cores:
            bench.needs_dead(name.rpartition(":")[0])
        if fitting in bench.closed:
            if not bench.body(fitting).mates:
                raise CannotBeDone(f"{at}: {fitting} is shut")
            if joint.sealed_over:
                raise CannotBeDone(f"{at} is sealed over")
        elif joint.inserted:
            if not bench.body(fitting).mates:
                raise CannotBeDone(f"{at} is in its housing")
        elif cover := bench.cover_of(at):
            raise CannotBeDone(f"{at} is covered by {cover}")

    def _as_it_was(self, at: str) -> bool:
        """True for what an end that was there already lands in, named by the map or by the end."""
        bench = self.bench
        wanted = bench.wanted.get(at)
        if wanted and at not in bench.joints and self._landed(at):
            for name in wanted:
                bench.needs_dead(name.rpartition(":")[0])
            return True
        place, _, core = at.rpartition(".")
        for cable, told in bench.cables.items():
            for end in SIDES:
                if told.ends.get(end) != place or core not in told.cores:
                    continue
                if bench.tip(f"{cable}.{core}", end).finished:
                    bench.needs_dead(f"{cable}.{core}")
                    return True
        return False

    def _look(self, act: acts.LookAct) -> None:
        bench = self.bench
        for name in act.of:
            if name in bench.parts:
                if not bench.laid[name].on:
                    raise CannotBeDone(f"{name} is not on")
            elif name in bench.blanked:
                self._not_shut(name)
            elif ":" in name:
                core, _, end = name.rpartition(":")
                tip = bench.tip(core, end)
                if tip.covers:
                    raise CannotBeDone(f"{name} is covered by {sorted(tip.covers)[0]}")
                if bench.covered(core, end):
                    raise CannotBeDone(f"{name} is out of sight")
            elif not self._as_it_was(name):
                self._open_joint(name)
                if cover := bench.cover_of(name):
                    raise CannotBeDone(f"{name} is covered by {cover}")

    def _not_shut(self, at: str) -> None:
        if at.rpartition(".")[0] in self.bench.closed:
            raise CannotBeDone(f"{at} is in a shut body")

    def _mark(self, act: acts.MarkAct) -> None:
        ends = [act.at] if ":" in act.at else [f"{act.at}:{end}" for end in SIDES]
        tips = [self.bench.tip_named(name) for name in ends]
        if act.what == "spare":
            for tip in tips:
                tip.spare = True

    def _tug(self, act: acts.TugAct | acts.SolderOnAct) -> None:
        self._open_joint(act.at)
