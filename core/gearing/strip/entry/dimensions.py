"""Module, pitch, bore, width, length, starts and hand, in whatever order they are said."""

from __future__ import annotations

import re
from typing import Any

from .lexicon import number_of_word
from .threads import LENGTH

_NUMBER = r"\d{1,3}(?:[.,]\d{1,4})?"
_MODULE = re.compile(rf"^({_NUMBER})m$|^m({_NUMBER})$", re.I)
_MODULE_JOINED = re.compile(rf"^({_NUMBER})mod(?:ule)?$|^mod(?:ule)?({_NUMBER})$", re.I)
_PITCH = re.compile(r"^(\d{1,3})(?:dp|p)$", re.I)
_COUNT = re.compile(r"^[0-9]{1,3}$")
_BARE = re.compile(rf"^{_NUMBER}$")
_LENGTH = re.compile(rf"^{LENGTH}$")
_ACROSS = frozenset({"across", "diameter", "dia", "od", "size"})
_PARTS = {"half": "1/2", "quarter": "1/4"}
_STARTS = re.compile(r"^(\w+)-starts?$", re.I)
_HAND = re.compile(r"^(left|right)-?hand(?:ed)?$|^(l|r)h$", re.I)
_MOD = frozenset({"module", "mod"})
_DP = frozenset({"dp", "pitch"})
_FIGURES = frozenset("123456789")
_STARTED = {"single": 1, "double": 2, "twin": 2, "triple": 3}


def read_dimension(
    text: str, following: str, toothed: bool, behind: bool = False
) -> tuple[dict[str, Any], int] | None:
    """The field that a token and the next say, as changes of an entry, and how many tokens they take.

    Parameters
    ----------
    toothed : bool
        Whether the line is about a toothed thing and no screw: `M1` is a module then.
    behind : bool
        Whether one thing was named before: *belt 255 long* has a length, *4 long* are four.

    Examples
    --------
    >>> read_dimension("0.8M", "", True), read_dimension("48", "pitch", False)
    (({'module': '0.8 module'}, 1), ({'module': '48 DP'}, 2))
    >>> read_dimension("bore", "5", False), read_dimension("M3", "", False)
    (({'bore': '5'}, 2), None)
    """
    word, after = text.lower(), following.lower()
    if (match := _MODULE_JOINED.match(text)) or (toothed and (match := _MODULE.match(text))):
        return {"module": f"{_plain(match[1] or match[2])} module"}, 1
    if _BARE.match(text) and after in _MOD:
        return {"module": f"{_plain(text)} module"}, 2
    if word in _MOD and _BARE.match(following):
        return {"module": f"{_plain(following)} module"}, 2
    if match := _PITCH.match(text):
        return {"module": f"{match[1]} DP"}, 1
    if _COUNT.match(text) and (after == "dp" or (after == "pitch" and int(text) >= 8)):
        return {"module": f"{text} DP"}, 2
    if word in _DP and _COUNT.match(following) and int(following) >= 8:
        return {"module": f"{following} DP"}, 2
    if word in ("bore", "bored") and _LENGTH.match(following):
        return {"bore": following}, 2
    if _LENGTH.match(text) and after == "bore":
        return {"bore": text}, 2
    if word == "width" and _LENGTH.match(following):
        return {"width": following}, 2
    if _LENGTH.match(text) and after == "wide":
        return {"width": text}, 2
    return _measured(text, word, after, following, behind) or _starts(text, after) or _hand(word, after)


def _measured(
    text: str, word: str, after: str, following: str, behind: bool
) -> tuple[dict[str, Any], int] | None:
    """Length and diameter: what is long without a unit may be a count, *4 long*, and is left to it."""
    if word == "length" and _LENGTH.match(following):
        return {"length": following}, 2
    if _LENGTH.match(text) and (behind or not text.isdigit()) and after == "long":
        return {"length": text}, 2
    if word in _ACROSS and _LENGTH.match(following):
        return {"size": following}, 2
    if _LENGTH.match(text) and after in _ACROSS:
        return {"size": text}, 2
    if _inches(text) and after in ("inch", "inches"):
        return {"size": f"{_inches(text)}in"}, 2
    return None


def _inches(word: str) -> str:
    """``one``, ``half``, ``1/4``, ``1.5`` as inches are written; empty for anything else."""
    if word.lower() in _PARTS:
        return _PARTS[word.lower()]
    if re.match(r"^(?:\d{1,2}/\d{1,2}|\d{1,2}(?:[.,]\d{1,3})?)$", word):
        return _plain(word)
    return str(number_of_word(word) or "")


def _starts(text: str, after: str) -> tuple[dict[str, Any], int] | None:
    if match := _STARTS.match(text):
        number, used = _few(match[1]), 1
    else:
        number, used = _few(text), 2 if after in ("start", "starts") else 0
    return ({"starts": number}, used) if number and used else None


def _few(word: str) -> int:
    """One to nine, in figures or words; 0 for anything else."""
    number = int(word) if word in _FIGURES else _STARTED.get(word.lower()) or number_of_word(word) or 0
    return number if number < 10 else 0


def _hand(word: str, after: str) -> tuple[dict[str, Any], int] | None:
    if match := _HAND.match(word):
        return {"hand": match[1] or {"l": "left", "r": "right"}[match[2]]}, 1
    if word in ("left", "right") and after in ("hand", "handed"):
        return {"hand": word}, 2
    return None


def _plain(number: str) -> str:
    return number.replace(",", ".")
