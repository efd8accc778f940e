"""A step as it is read aloud at the bench: figures, threads and units as one says them.

A voice reads *M2.5 × 22* as a sum, *1/3 turn* as a date and *0.05* as it likes; who has both hands in a
case cannot look.
"""

from __future__ import annotations

import re

_DIGITS = ["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"]
_PARTS = {
    "1/2": "half a", "1/3": "a third of a", "2/3": "two thirds of a", "1/4": "a quarter of a",
    "3/4": "three quarters of a", "1/6": "a sixth of a", "1/8": "an eighth of a", "3/8": "three eighths of a",
    "5/8": "five eighths of a", "7/8": "seven eighths of a",
}  # fmt: skip
_UNITS = {
    "mm": ("millimetre", "millimetres"), "µm": ("micrometre", "micrometres"), "min": ("minute", "minutes"),
    "s": ("second", "seconds"), "g": ("gram", "grams"), "ml": ("millilitre", "millilitres"),
    "°C": ("degree", "degrees"), "°": ("degree", "degrees"), "N": ("newton", "newtons"),
    "%": ("percent", "percent"), "V": ("volt", "volts"), "A": ("amp", "amps"),
    "N·m": ("newton metre", "newton metres"), "N·mm": ("newton millimetre", "newton millimetres"),
    "N·cm": ("newton centimetre", "newton centimetres"), "DP": ("D P", "D P"),
    "rpm": ("turn a minute", "turns a minute"),
}  # fmt: skip
_DASH = chr(0x2013)
_NUMBER = r"\d+(?:[.,]\d+)?"
_TURN = re.compile(r"\b(\d)\s?/\s?(\d)(?=\s+turns?\b)")
_UNIFIED = (
    "0-80 1-64 1-72 2-56 2-64 3-48 3-56 4-40 4-48 5-40 5-44 6-32 6-40 8-32 8-36 10-24 10-32 12-24 12-28"
)
_INCH_THREAD = re.compile(rf"(?<![\w/])#?({_UNIFIED.replace(' ', '|')})\b(?:\s*[x×]\s*(\d+)/(\d+))?")
_TEETH = re.compile(r"\b(\d+)\s?t\b")
_THREAD = re.compile(rf"\b(M|ST)({_NUMBER})(?:\s*[x×]\s*({_NUMBER}))?\b")
_SIZES = re.compile(rf"\b({_NUMBER})(?:\s*[x×]\s*)({_NUMBER})(?:\s*[x×]\s*({_NUMBER}))?\b")
_TIMES = re.compile(r"(?<=\d)\s?[x×](?=\s)")
_RATIO = re.compile(rf"\b({_NUMBER})\s?:\s?({_NUMBER})\b")
_RANGE = re.compile(rf"\b({_NUMBER})\s?[-{_DASH}]\s?({_NUMBER})\b")
_COMPOUND = re.compile(r"\b(\d+)\s?/\s?(\d+)(?:\s?/\s?(\d+))?\b")
_PLACE = re.compile(r"#?\b([A-Z])(\d{1,2})\b")
_DRIVE = re.compile(r"\b(ph|pz|hex|torx|tx|slot)\s?(\d+(?:\.\d+)?)\b", re.I)
_DRIVES = {"ph": "cross head", "pz": "cross head", "tx": "star", "torx": "star", "hex": "hex", "slot": "slot"}
_UNIT = re.compile(
    rf"({_NUMBER})\s?({'|'.join(map(re.escape, sorted(_UNITS, key=len, reverse=True)))})(?![\w·])"
)
_DECIMAL = re.compile(r"\b(\d+)[.,](\d+)\b")


def spoken(text: str) -> str:
    """Words for a voice, of a title or a remark.

    Examples
    --------
    >>> spoken("Drive in four M2.5 × 22 screws of the back cover")
    'Drive in four M 2 point five, 22 long, screws of the back cover'
    >>> spoken("Back off by 1/3 turn: 0.05 mm of play, 31/12 teeth")
    'Back off by a third of a turn: 0 point zero five millimetres of play, 31 and 12 teeth'
    """
    text = _TURN.sub(lambda m: _PARTS.get(f"{m[1]}/{m[2]}", f"{m[1]} over {m[2]} of a"), text)
    text = re.sub(r"(of a|half a) turns\b", r"\1 turn", text)
    text = _INCH_THREAD.sub(_inch_thread, text)
    text = _THREAD.sub(lambda m: f"{' '.join(m[1])} {m[2]}" + (f", {m[3]} long," if m[3] else ""), text)
    text = _DRIVE.sub(lambda m: f"{_DRIVES[m[1].lower()]} {m[2]}", text)
    text = _TEETH.sub(r"\1 teeth", text)
    text = _SIZES.sub(lambda m: " by ".join(part for part in m.groups() if part), text)
    text = _TIMES.sub(" times", text)
    text = _RATIO.sub(r"\1 to \2", text)
    text = _RANGE.sub(r"\1 to \2", text)
    text = _COMPOUND.sub(lambda m: " and ".join(part for part in m.groups() if part), text)
    text = _PLACE.sub(_place, text)
    text = text.replace("± ", "plus or minus ").replace("±", "plus or minus ").replace(" × ", " by ")
    text = _UNIT.sub(lambda m: f"{m[1]} {_UNITS[m[2]][m[1] != '1']}", text)
    text = _DECIMAL.sub(lambda m: f"{m[1]} point {' '.join(_DIGITS[int(d)] for d in m[2])}", text)
    return re.sub(r",(?=\s*([,.:;]|$))", "", re.sub(r"\s+", " ", text)).strip()


def _inch_thread(match: re.Match[str]) -> str:
    number, threads = match[1].split("-")
    size = f"number {number}, {threads} threads"
    return f"{size}, {match[2]} over {match[3]} of an inch," if match[2] else size


def _place(match: re.Match[str]) -> str:
    """A place in the tray; M and a figure was a thread."""
    return match[0] if match[1] == "M" else f"{match[1]} {match[2]}"
