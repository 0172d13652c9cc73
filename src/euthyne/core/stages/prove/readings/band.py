"""A band: what a sound one reads, and the limit; one value for column, verdict, example, paper and file."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Band:
    """What a sound one reads, from and to, and the limit, in the unit of its line; in ohm, megohm,
    newton, volt or kelvin.
    """

    sound_from: float
    sound_to: float
    limit: float  # beyond it the reading fails

    @property
    def middle(self) -> float:
        """The middle of what a sound one reads."""
        return (self.sound_from + self.sound_to) / 2
