"""The record in and out: whole units and the whole workshop as one open file, and back without doubling."""
