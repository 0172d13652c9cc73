"""What a text says on a metric bench."""

from euthyne.core.trade.measures import tell


def in_metric(text):
    return tell(text, "metric")
