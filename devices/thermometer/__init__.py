"""The simulated thermometer."""
