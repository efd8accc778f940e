"""The one failure this package raises for input it cannot use."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager


class GearingError(ValueError):
    """Input that has no answer, told so that a technician can mend it.

    Parameters
    ----------
    problem : str
        What is wrong, in bench words.
    code : str
        Stable name of what is wrong: what programs and tests go by, however it is worded.
    field : str
        The input it concerns, by its schema name.
    hint : str
        What to do next.
    where : tuple of str
        Shafts it concerns, to be shown on the drawing.
    """

    def __init__(
        self, problem: str, *, code: str, field: str = "", hint: str = "", where: tuple[str, ...] = ()
    ) -> None:
        super().__init__(problem)
        self.problem = problem
        self.code = code
        self.field = field
        self.hint = hint
        self.where = where


@contextmanager
def within(part: str) -> Iterator[None]:
    """What goes wrong here concerns a field of `part`: ``first``, ``climate``."""
    try:
        yield
    except GearingError as error:
        error.field = f"{part}.{error.field}" if error.field else part
        raise
