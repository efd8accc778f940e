"""What a proof is made from: the complaint, what came off, what was found, renewed and set, and why."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..rebuild import Removed
from ..strip.order import Spot


@dataclass(frozen=True)
class ProofAsked:
    """The record of a visit, as far as a proof asks.

    Attributes
    ----------
    kind : str
        Key of the kind of unit.
    words : str
        The complaint, in its owner's words.
    symptoms, conditions : tuple of str
        Keys picked when it came in.
    pieces : tuple of Removed
        What came off, with what was judged of each.
    findings : mapping
        What was found of a piece, in words, by its step and place.
    cause : str
        Key of the fault it was, or words that name it; empty where nobody said.
    house : mapping
        School chosen for each question.
    train : str
        The train as a line, if it is known better than from the row.
    recorded : bool
        Whether its sound was recorded when it came in.
    before : mapping
        What checks of this unit read when it was last shown to be right, by key, in their figure's unit.
    """

    kind: str = "other"
    words: str = ""
    symptoms: tuple[str, ...] = ()
    conditions: tuple[str, ...] = ()
    pieces: tuple[Removed, ...] = ()
    findings: Mapping[Spot, str] = field(default_factory=dict)
    cause: str = ""
    house: Mapping[str, str] = field(default_factory=dict)
    train: str = ""
    recorded: bool = False
    before: Mapping[str, float] = field(default_factory=dict)
