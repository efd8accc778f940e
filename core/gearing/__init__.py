"""The rules of the bench and all its arithmetic.

Pure computing: no Django, HTTP, screen, database or clock. SI at the small
scale throughout: millimetres, radians, newtons, seconds. Degrees and inches
exist only at the edges (see :mod:`sums`).
"""
