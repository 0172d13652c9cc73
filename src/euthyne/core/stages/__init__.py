"""What is computed of a lead, one folder a stage; a stage imports earlier stages only."""
