"""The simulated tachometer."""
