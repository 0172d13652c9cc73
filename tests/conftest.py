"""Random examples may take as long as a busy machine makes them."""

from hypothesis import settings

settings.register_profile("no-clock", deadline=None)
settings.load_profile("no-clock")
