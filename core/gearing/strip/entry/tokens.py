"""Cutting a line into tokens: plain words, quoted words and marked texts."""

from __future__ import annotations

import re
from dataclasses import dataclass

MARKERS = {
    "@": "side",
    "#": "place",
    "!": "caution",
    "^": "facing",
    "~": "lubricant",
    "+": "lock",
    "=": "align",
    "&": "group",
}
SIGNS = {field: sign for sign, field in MARKERS.items()}
JOINS = frozenset({"+", "&"})
"""Signs that mark what they touch; standing alone they join, as *and* does."""
ONE_WORD = frozenset({"side", "place", "group"})

_TOKEN = re.compile(r'(?P<mark>[@#!^~+=&])?"(?P<quoted>[^"]*)"|(?P<plain>\S+)')
_UNPRINTABLE = re.compile(r"[\x00-\x1f\x7f\u2028\u2029]+")


@dataclass(frozen=True, slots=True)
class Token:
    """A piece of a line; `quoted` text is never read as anything but words."""

    text: str
    mark: str = ""
    quoted: bool = False


def tidy(line: str) -> str:
    """One clean line: single spaces, inch marks told apart from quotes."""
    clean = _UNPRINTABLE.sub(" ", line).replace("“", '"').replace("”", '"')
    out = []
    inside = False
    for at, sign in enumerate(clean):
        if sign == '"' and not inside and clean[at - 1 : at].isdigit():
            out.append("″")
            continue
        if sign == '"':
            inside = not inside
        out.append(sign)
    return _MEASURE_OF.sub(r"\1 ", _UNIT_APART.sub(r"\1", " ".join("".join(out).split())))


_UNIT_APART = re.compile(r"(?<=\d) (mm)(?![\w])", re.I)
"""``5 mm`` is one length, as ``5mm`` is."""

_MEASURE_OF = re.compile(r"\b(bore|width|length|module) of (?=\d)", re.I)
"""``A bore of 5`` is ``bore 5``."""


def tokenize(line: str) -> list[Token]:
    """Tokens of a tidied line; a lone quote is dropped."""
    tokens = []
    for match in _TOKEN.finditer(line):
        if match["quoted"] is not None:
            text = " ".join(match["quoted"].split())
            tokens.append(Token(text, MARKERS.get(match["mark"] or "", ""), quoted=True))
            continue
        plain = match["plain"].replace('"', "")
        # A thread such as #4-40 starts with the place marker but is no place.
        if plain in JOINS:
            tokens.append(Token("and"))
        elif plain[:1] in MARKERS and not re.match(r"#\d{1,2}-\d\d", plain):
            tokens.append(Token(plain[1:], MARKERS[plain[0]]))
        elif plain:
            # A comma or semicolon parts what stands before it; inside a number it is a decimal point.
            bare = plain.rstrip(",;")
            if bare:
                tokens.append(Token(bare))
            tokens += [Token(",")] * (len(plain) - len(bare))
    return [token for token in tokens if token.text or token.mark]
