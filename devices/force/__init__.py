"""The simulated force gauge."""
