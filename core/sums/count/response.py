"""What the ``count`` sum answers."""

from __future__ import annotations

from ..base import Model


class Odds(Model):
    teeth: int
    probability: float


class RouteOut(Model):
    name: str
    estimate: float
    error: float
    odds: list[Odds]


class CountOut(Model):
    """The count as a sentence, its odds, and each route by itself."""

    answer: str
    certain: bool
    odds: list[Odds]
    routes: list[RouteOut]
    against: list[str]
