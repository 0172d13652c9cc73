"""Brief: what the lead has to carry, and what it stands at."""
