"""The one failure this package raises for input it cannot use."""

from __future__ import annotations


class GearingError(ValueError):
    """Input that has no answer, told so that a technician can mend it.

    Parameters
    ----------
    problem : str
        What is wrong, in bench words.
    field : str
        The input it concerns, by its schema name.
    hint : str
        What to do next.
    where : tuple of str
        Shafts it concerns, to be shown on the drawing.
    """

    def __init__(self, problem: str, *, field: str = "", hint: str = "", where: tuple[str, ...] = ()) -> None:
        super().__init__(problem)
        self.problem = problem
        self.field = field
        self.hint = hint
        self.where = where
