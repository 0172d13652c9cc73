"""What a text says on a metric bench."""

from euthyne.core.trade.measures import tell


def metric(text):
    return tell(text, "metric")
