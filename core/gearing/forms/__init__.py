"""Toothed parts that are not plain external gears, each by its own simple measurements.

Racks, worms, worm wheels, bevels, belt pulleys and chain sprockets. Rings with
internal teeth are read like external gears: see :mod:`gearing.geometry.internal`.
"""
