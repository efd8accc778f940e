"""Threads, heads and drives as people write them.

Designations after ISO 261 (metric), ASME B1.1 (number and inch) and ISO 1478
(self-tapping, ST).
"""

from __future__ import annotations

import re
from dataclasses import replace
from fractions import Fraction
from functools import cache

from ...data import table
from ...errors import GearingError
from ...geometry.gear import INCH
from ...lengths import NUMBER, read_length
from .model import Fastener

_N = rf"(?:{NUMBER})"
LENGTH = rf"(?:\d{{1,3}}/\d{{1,3}}|{_N})(?:mm|in|″)?"
_METRIC = re.compile(rf"^M({_N})(?:[x×]({_N}))?(?:[x×]({LENGTH}))?$", re.I)
_NUMBERED = re.compile(rf"^#?(\d{{1,2}})-(\d\d)(?:[x×]({LENGTH}))?$")
_INCH = re.compile(rf"^(\d{{1,2}}/\d{{1,2}})-(\d\d)(?:[x×]({LENGTH}))?$")
_TAPPING = re.compile(rf"^ST({_N})(?:[x×]({LENGTH}))?$", re.I)
_DRIVE = re.compile(r"^([a-z]+)(\d{1,2}/\d{1,2}|\d{1,2}(?:[.,]\d{1,3})?)(?:mm|in|″)?$", re.I)
SHORTEST_TO_PITCH = 0.3
"""A length below this many diameters is a pitch: M3x0.5 is no half-millimetre screw."""


def read_thread(text: str) -> Fastener | None:
    """The fastener a token such as ``M3x10`` or ``4-40x3/8`` names, or None."""
    try:
        return _metric(text) or _numbered(text) or _inch(text) or _tapping(text)
    except GearingError:
        return None


def driven_like(thread: Fastener, like: Fastener) -> Fastener:
    """`thread` with the head, drive and threaded length of another."""
    return replace(
        thread, head=like.head, drive=like.drive, drive_size=like.drive_size, threaded=like.threaded
    )


def with_length(fastener: Fastener, text: str) -> Fastener | None:
    """The fastener with a length given apart, as in ``M3 x 10``; None if it is no length."""
    if not re.match(rf"^{LENGTH}$", text):
        return None
    try:
        length = read_length(text, inch=_in_inches(fastener.thread))
    except GearingError:
        return None
    return replace(fastener, length=length.typed, length_mm=length.mm)


def _in_inches(thread: str) -> bool:
    return "-" in thread


def _metric(text: str) -> Fastener | None:
    if not (match := _METRIC.match(text)):
        return None
    diameter = read_length(match[1]).mm
    pitch, length = match[2], match[3]
    if pitch and not length and read_length(pitch).mm >= SHORTEST_TO_PITCH * diameter:
        pitch, length = None, pitch
    thread = f"M{match[1].replace(',', '.')}" + (f"x{pitch.replace(',', '.')}" if pitch else "")
    return _sized(Fastener(thread, diameter), length)


def _numbered(text: str) -> Fastener | None:
    if not (match := _NUMBERED.match(text)):
        return None
    sizes = table("fasteners")["number"]
    diameter = (sizes["base_in"] + sizes["step_in"] * int(match[1])) * INCH
    return _sized(Fastener(f"{int(match[1])}-{match[2]}", diameter), match[3])


def _inch(text: str) -> Fastener | None:
    if not (match := _INCH.match(text)) or match[1].split("/")[1].strip("0") == "":
        return None
    return _sized(Fastener(f"{match[1]}-{match[2]}", float(Fraction(match[1])) * INCH), match[3])


def _tapping(text: str) -> Fastener | None:
    if not (match := _TAPPING.match(text)):
        return None
    return _sized(Fastener(f"ST{match[1].replace(',', '.')}", read_length(match[1]).mm), match[2])


def _sized(fastener: Fastener, length: str | None) -> Fastener:
    if not length:
        return fastener
    return with_length(fastener, length) or fastener


@cache
def _words(group: str) -> dict[str, str]:
    rows = table("fasteners")[group]
    return {word: key for key, row in rows.items() for word in row["words"]}


def head_of_word(word: str) -> str | None:
    """Key of the head shape a word names, or None."""
    return _words("heads").get(word.lower())


def drive_of_word(word: str) -> str | None:
    """Key of the drive a bare word names, or None; single letters name none alone."""
    return _words("drives").get(word.lower()) if len(word) > 1 else None


def read_drive(text: str) -> tuple[str, str] | None:
    """Drive and size of a token such as ``hex2``, ``ph1`` or ``star10``, or None."""
    if not (match := _DRIVE.match(text)):
        return None
    key = _words("drives").get(match[1].lower())
    if match[1].lower() == "nut":
        key = "nut"
    return (key, match[2].replace(",", ".")) if key else None


def threaded_of_word(word: str) -> str | None:
    """``part`` or ``full`` for a word that says how far the thread goes, or None."""
    return _words("threaded").get(word.lower())


def material_of_word(word: str) -> str | None:
    """The material a word names, or None."""
    return word.lower() if word.lower() in table("fasteners")["materials"]["words"] else None
