"""The simulated dial indicator."""
