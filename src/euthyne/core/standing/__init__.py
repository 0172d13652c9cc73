"""How far a lead has come, what a practice would change, and the way back from a mistake."""
