"""The demonstration: the leads and Stores of Tarn Ridge Observatory."""

from importlib.resources import files
from pathlib import Path

from euthyne.cli.common import open_store
from euthyne.store.clock import now

# A setting that says how far it came.
LOADING, BEGUN = "demonstration", "begun"
DEMO_ORDER = (
    "rail-mule-bank",
    "grinder-cord",
    "welder-outlet",
    "tent-splitter",
    "pump-lead",
    "boat-battery-pair",
    "supply-14-50",
    "sledge-ring",
    "mule-lamp-contact",
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
    "roof-meter",
    "welder-work",
    "three-cell-charger",
    "welder-supply",
    "dome-fan",
    "warm-hut-bench",
    "hut-to-dome",
)


def load_demo(folder: Path) -> None:
    """Load the demonstration into an empty data folder; one that was cut short is gone on with.

    Its leads come in one transaction, its Stores thing by thing after them.
    """
    from euthyne.exchange.lead_file import read_lead
    from euthyne.exchange.stores_file import read_stores
    from euthyne.store.database import checkpoint
    from euthyne.store.stores import StoresStore

    store = open_store(folder)
    if store.newest() is not None and store.setting(LOADING) != BEGUN:
        return
    store.set(LOADING, BEGUN)
    if store.newest() is None:
        store.set("tag_prefix", "TR")
        store.set("rates", '{"money": "EUR"}')
        store.set(
            "shop", '{"plugs": "BS 1363", "testers": ["multimeter", "insulation", "milliohms"]}'
        )
        store.set("address", "http://bench.tarn-ridge.example:8460")
        texts = ((files("euthyne.demo") / f"{name}.json").read_text("utf-8") for name in DEMO_ORDER)
        store.begin_with(map(read_lead, texts), now(), "demo", "loaded with the demonstration")
    stores = StoresStore(store.engine)
    there = {stock.name for stock in stores.all()}
    for stock in read_stores((files("euthyne.demo") / "stores.json").read_text(encoding="utf-8")):
        if stock.name not in there:
            stores.add(stock, now(), "demo", "loaded with the demonstration")
    store.set(LOADING, "whole")
    checkpoint(store.engine)
