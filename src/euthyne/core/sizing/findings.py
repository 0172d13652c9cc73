"""What there is to know about a sizing, in sentences with the numbers: what comes close, what would
do instead.
"""

from dataclasses import dataclass, replace

from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.candidate import Candidate, Trial, rating_of
from euthyne.core.sizing.drop import NearestSchool, already_percent
from euthyne.core.trade.fault import Level
from euthyne.core.trade.figure import metres
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import size_named, size_words

NEAR_RATING = 0.9  # of a rating: above it nothing is in hand, good practice, generic


@dataclass(frozen=True)
class Finding:
    """Something to know about a sizing: a stable code, how grave, and a sentence with the numbers."""

    code: str  # its name
    level: Level  # how grave it is
    text: str  # a sentence with the numbers


def under_rated_already(trial: Trial) -> list[Finding]:
    """What is in the path already and carries less than is wanted."""
    found = []
    wanted = trial.amps.heating_amps
    for there in trial.brief.already:
        size = size_named(there.size)
        limit = rating_of(trial.brief, size.name, size.unit)
        if limit is not None and wanted > limit:
            carries = f"{size_words(there.size)} already in the path carries {at_most(limit)} A"
            text = f"{carries}; {wanted:.1f} A is wanted."
            found.append(Finding("already-under-rated", "stop", text))
    return found


def of_the_taken(trial: Trial, taken: Candidate) -> list[Finding]:
    """What there is to know of the size that is taken."""
    found = []
    wanted = trial.amps.design_heating_amps
    if wanted > NEAR_RATING * taken.rating_amps:
        carries = f"the {at_most(taken.rating_amps)} A that {size_words(taken.size)} carries"
        found.append(Finding("near-rating", "caution", f"{wanted:.1f} A is close to {carries}."))
    if any(r.interpolated and r.size.name == taken.size for r in trial.rated):
        text = f"{size_words(taken.size)} is read between two rows of the table."
        found.append(Finding("rating-interpolated", "note", text))
    return found


def of_the_school(school: NearestSchool | None, decided_by: str) -> list[Finding]:
    """What rounding to the nearest gauge would have taken, where the drop decides."""
    if school is None or not school.nearest or decided_by != "drop":
        return []
    if school.nearest == school.next_up:
        return []
    text = (
        f"The school of circular mils wants {school.circular_mils:.0f}: next up is {school.next_up}. "
        f"Rounding to the nearest would have taken {size_words(school.nearest)}, which is too thin."
    )
    return [Finding("nearest-is-smaller", "note", text)]


def no_size_fits(trial: Trial, candidates: tuple[Candidate, ...]) -> Finding:
    """Why even the largest size does not do, and what would."""
    made = [c for c in candidates if "not-made" not in c.fails]
    if not made:
        text = "No size fits: this cable is not made with so many cores."
        return Finding("no-size-fits", "stop", text)
    largest = made[-1]
    failed = [f for f in largest.fails if f in ("current", "drop", "start")] or list(largest.fails)
    why = "; ".join(_why(limit, trial, largest) for limit in failed)
    return Finding(
        "no-size-fits",
        "stop",
        f"No size fits. The largest is {size_words(largest.size)}, and {why}.",
    )


def _why(limit: str, trial: Trial, largest: Candidate) -> str:
    """Which way a limit is missed by the largest size."""
    wanted = trial.amps.design_heating_amps
    match limit:
        case "current":
            return f"it carries {at_most(largest.rating_amps)} A of {wanted:.1f} A"
        case "drop":
            allowed = trial.brief.drop_limit_percent
            loses = f"it loses {largest.drop_percent:.1f} % of {allowed:g} % allowed"
            return (
                f"{loses}: {metres(_longest_m(trial.brief, largest)):most} is the longest it allows"
            )
        case "start":
            dips = f"it dips {largest.start_drop_percent:.1f} % at the start"
            return f"{dips}: a shorter run would help"
        case "protection":
            larger = "the fuse or breaker is larger than the size carries"
            return f"{larger}: a smaller one on the lead would help"
    return "the smallest size asked for is larger than any in this cable"


def _longest_m(brief: SizingBrief, largest: Candidate) -> float:
    """How far a size goes within the loss allowed, nothing where what is there takes it all."""
    here = already_percent(brief)
    spare = brief.drop_limit_percent - here
    along = max(largest.drop_percent - here, 1e-9)
    return max(spare / along * brief.run_m, 0.0)


def higher_volts(trial: Trial) -> list[Finding]:
    """What twice the volts would need, on direct current; none where no size would do then."""
    brief = trial.brief
    if brief.supply.system != "dc":
        return []
    doubled = replace(brief.supply, volts=brief.supply.volts * 2)
    half = replace(brief.load, watts=None, loads=None, amps=trial.amps.running_amps / 2)
    fits = Trial(replace(brief, supply=doubled, load=half)).smallest_fitting()
    if not fits:
        return []
    text = f"{doubled.volts:g} V instead of {brief.supply.volts:g} V would need {size_words(fits)}."
    return [Finding("higher-volts", "note", text)]
