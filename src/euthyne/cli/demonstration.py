"""The demonstration: the leads and Stores of Tarn Ridge Observatory."""

from importlib.resources import files
from pathlib import Path

from euthyne.cli.common import open_store
from euthyne.store.clock import now

DEMO_ORDER = (
    "pump-lead",
    "boat-battery-pair",
    "supply-14-50",
    "sledge-ring",
    "boat-sounder",
    "jetty-box",
    "drill-plug",
    "lathe-supply",
    "visitor-charger",
    "hut-repair",
    "gutter-tape",
    "finder-battery",
    "dome-encoder",
    "weather-mast",
    "fan-chain",
    "dew-heater-box",
    "mount-controller",
    "battery-inverter",
    "roof-string",
    "welder-work",
    "three-cell-charger",
    "welder-supply",
    "dome-fan",
    "warm-hut-bench",
    "hut-to-dome",
)


def load_demo(folder: Path) -> None:
    """Load the demonstration leads into an empty data folder."""
    from euthyne.exchange.lead_file import read_lead
    from euthyne.exchange.stores_file import read_stores
    from euthyne.store.database import checkpoint
    from euthyne.store.stores import StoresStore

    store = open_store(folder)
    if store.newest() is not None:
        return
    store.set("tag_prefix", "TR")
    store.set("address", "http://bench.tarn-ridge.example:8460")
    texts = ((files("euthyne.demo") / f"{name}.json").read_text("utf-8") for name in DEMO_ORDER)
    store.begin_with(map(read_lead, texts), now(), "demo", "loaded with the demonstration")
    stores = StoresStore(store.engine)
    for stock in read_stores((files("euthyne.demo") / "stores.json").read_text(encoding="utf-8")):
        stores.add(stock, now(), "demo", "loaded with the demonstration")
    checkpoint(store.engine)
