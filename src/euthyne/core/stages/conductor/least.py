"""The least sizes that standards ask of a cord or of singles, whatever they carry."""

from euthyne.core.stages.given import Given
from euthyne.core.trade.wire import Size, size_named
from euthyne.data.tables import rows

# Singles of a boat break by shaking before they burn. ABYC E-11: 16 AWG; ISO 13297: 1 mm2.
AFLOAT_LEAST = {"AWG": "16 AWG", "mm2": "1 mm2"}


def cord_set_least(given: Given) -> Size | None:
    """The least size of a cord that ends in an appliance coupler, by coupler and length.

    Parameters: given; its run in m decides, None while it is not said.
    Returns: the size; None for what is no such cord. Source: cord-sets.csv, IEC 60799.
    """
    run_m = given.lead.brief.run_m
    if not given.load.appliance_coupler or run_m is None or given.load.standard != "IEC 60320":
        return None
    for row in rows("cord-sets.csv"):
        if given.load.amps <= float(row["coupler_amps"]) and run_m <= float(row["up_to_m"]):
            return size_named(f"{row['least_mm2']} mm2")
    return None
