"""What is in each kit: contacts, seals, blanks, nuts, sleeves, counted before anything is cut. What is not laid out,
no step asks for.
"""

from collections import Counter
from dataclasses import dataclass

from euthyne.core.stages.build.jobs import Body, BuildJob, sleeve_cut_mm, sleeve_of, sleeve_on
from euthyne.core.trade.figure import mm


@dataclass(frozen=True)
class Kit:
    """A part of the lead with how many of it, and what belongs to each."""

    words: str
    many: int
    contents: tuple[str, ...]

    @property
    def sentence(self) -> str:
        """The kit in one line."""
        name = self.words if self.many == 1 else f"{self.many} times {self.words}"
        each = "each with " if self.many > 1 else ""
        return f"{name}: {each}{', '.join(self.contents)}" if self.contents else name


def kits(job: BuildJob) -> tuple[Kit, ...]:
    """Everything that is built in, like kits together; what was there already is in none."""
    found = Counter((body.part.words, _contents(body, job)) for body in job.bodies if _ours(body))
    own = (Kit(words, many * job.many, contents) for (words, contents), many in found.items())
    return (*own, *(Kit(words, 1, ()) for words in job.beside))


def _ours(body: Body) -> bool:
    return not body.part.there_already


def _contents(body: Body, job: BuildJob) -> tuple[str, ...]:
    """What belongs to a body on this lead, in the order it is used."""
    ends, part = body.termination, body.part
    ways = {c.cavity for at in body.at for c in job.at(at).strip.cores if c.fitting == body.id}
    found = []
    contacts = [way for way in ways if body.clicks(way)]
    if contacts:
        found.append(_counted(len(contacts), ends.scrap or "contact", spare=True))
    if ends.sealed:
        found.append(_counted(len(ways), "wire seal", spare=True))
    if body.blanked:
        found.append(_counted(len(body.blanked), "blanking plug"))
    found += [loose.words for loose in part.threaded]
    found += [*_sleeves(body, job), *part.kit]
    if body.fuse_amps is not None:
        found.append(f"its {body.fuse_amps:g} A fuse")
    return tuple(found)


def _sleeves(body: Body, job: BuildJob) -> list[str]:
    """The sleeves of its cores, cut to length; what would do where no single size does."""
    found: Counter[str] = Counter()
    lacking = False
    for at in body.at:
        e = job.at(at)
        sleeve = sleeve_on(e, body)
        own = [c for c in e.strip.cores if c.fitting == body.id and sleeve_of(e, c)]
        if sleeve is not None:
            found[f"{sleeve.words}, {mm(sleeve_cut_mm(e, sleeve, body)):.0f} long"] += len(own)
        elif body.termination.sleeved and not (
            body.cast or (body.joins and (body.at[0] != at or body.part.threaded))
        ):
            lacking = True
    told = [_counted(n, "sleeve") + f" of {size}" for size, n in found.items() if n]
    return (
        [*told, "no single sleeve does both here: two layers, or a higher ratio"]
        if lacking
        else told
    )


def _counted(many: int, words: str, *, spare: bool = False) -> str:
    """So many of a thing, and one to spare where its first may go wrong."""
    said = f"{many} {words}{'s' if many != 1 else ''}"
    return f"{said} and one to spare" if spare else said
