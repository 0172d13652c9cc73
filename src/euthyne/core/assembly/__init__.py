"""The lead as it is really built: places, fittings, cables, wires, and what conducts to what."""
