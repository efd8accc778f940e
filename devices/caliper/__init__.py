"""A simulated caliper with hidden gears between its jaws. See ``docs/formats/caliper.md``."""
