"""The line as far as it is understood."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from .model import Entry


@dataclass
class LineReader:
    """What is gathered token by token."""

    entry: Entry = field(default_factory=Entry)
    words: list[str] = field(default_factory=list)
    phrase: list[str] = field(default_factory=list)
    """The plain words, with what parts them."""
    beyond: bool = False
    """Whether a preposition came: what follows says where it sits."""
    texts: dict[str, list[str]] = field(default_factory=dict)
    kind: str = ""

    def set(self, **fields: object) -> None:
        self.entry = replace(self.entry, **fields)  # type: ignore[arg-type]
