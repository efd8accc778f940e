"""Quick entry: one line, as people would say it, becomes a piece in the row."""

from .corrections import correct, name_taught
from .grammar import LONGEST_LINE, TO_NAME, parse, reading_of
from .model import Chip, Entry, Fastener
from .pieces import read_line
from .printing import print_entry, print_fastener, print_line
from .titles import (
    build_title,
    chips,
    done_word,
    name_of,
    order_words,
    short_name,
    spoken_apart,
    strip_title,
    thread_label,
    unnamed,
)

__all__ = [
    "LONGEST_LINE",
    "TO_NAME",
    "Chip",
    "Entry",
    "Fastener",
    "build_title",
    "chips",
    "correct",
    "done_word",
    "name_of",
    "name_taught",
    "order_words",
    "parse",
    "print_entry",
    "print_fastener",
    "print_line",
    "read_line",
    "reading_of",
    "short_name",
    "spoken_apart",
    "strip_title",
    "thread_label",
    "unnamed",
]
