"""Words of any script on paper: the letters that draw them, and the order they stand in.

DejaVu draws Latin, Greek, Cyrillic, Hebrew, Arabic and more, WenQuanYi Zen Hei what is written in Han, kana
and hangul; both are Debian's and embedded. Arabic is joined, and what runs from the right is turned, line by
line, as Unicode Standard Annex 9 has it.
"""

from __future__ import annotations

import unicodedata
from collections.abc import Iterator
from functools import cache
from html import escape
from itertools import groupby
from pathlib import Path

from arabic_reshaper import reshape
from bidi import get_display
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.cidfonts import UnicodeCIDFont
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

FOLDER = Path("/usr/share/fonts/truetype")
DEJAVU = FOLDER / "dejavu"
"""Debian's ``fonts-dejavu-core`` and ``fonts-wqy-zenhei`` come with the start."""
ZENHEI = FOLDER / "wqy" / "wqy-zenhei.ttc"

PLAIN, BOLD, HAN, HANGUL = "Sheet", "Sheet-Bold", "Sheet-Han", "Sheet-Hangul"
FROM_THE_RIGHT = frozenset({"R", "AL"})


@cache
def fonts() -> tuple[str, str]:
    """Names of the plain and the bold letter; where the package is missing, those of the library."""
    if (DEJAVU / "DejaVuSans.ttf").exists():
        pdfmetrics.registerFont(TTFont(PLAIN, str(DEJAVU / "DejaVuSans.ttf")))
        pdfmetrics.registerFont(TTFont(BOLD, str(DEJAVU / "DejaVuSans-Bold.ttf")))
    else:
        pdfmetrics.registerFont(TTFont(PLAIN, "Vera.ttf"))
        pdfmetrics.registerFont(TTFont(BOLD, "VeraBd.ttf"))
    pdfmetrics.registerFontFamily(PLAIN, normal=PLAIN, bold=BOLD, italic=PLAIN, boldItalic=BOLD)
    return PLAIN, BOLD


@cache
def _east() -> tuple[str, str]:
    """Letters for Han and kana, and for hangul; not embedded where the package is missing."""
    if ZENHEI.exists():
        pdfmetrics.registerFont(TTFont(HAN, str(ZENHEI), subfontIndex=0))
        pdfmetrics.registerFontFamily(HAN, normal=HAN, bold=HAN, italic=HAN, boldItalic=HAN)
        return HAN, HAN
    han, hangul = "STSong-Light", "HYSMyeongJo-Medium"
    for name in (han, hangul):
        pdfmetrics.registerFont(UnicodeCIDFont(name))
        pdfmetrics.registerFontFamily(name, normal=name, bold=name, italic=name, boldItalic=name)
    return han, hangul


def in_order(words: str) -> str:
    """Words as they stand from left to right, Arabic joined.

    Examples
    --------
    >>> in_order("gear 12")
    'gear 12'
    >>> in_order("אבג")
    'גבא'
    """
    if not any(unicodedata.bidirectional(sign) in FROM_THE_RIGHT for sign in words):
        return words
    return "\n".join(str(get_display(reshape(line))) for line in words.split("\n"))


def runs(words: str, font: str) -> Iterator[tuple[str, str]]:
    """Words in parts that one letter draws: its name, and the part."""
    shown = in_order(words)
    for name, part in groupby(shown, key=lambda sign: _letter(sign, font)):
        yield name, "".join(part)


def _letter(sign: str, font: str) -> str:
    if ord(sign) in pdfmetrics.getFont(font).face.charToGlyph or sign.isspace():
        return font
    han, hangul = _east()
    return hangul if "HANGUL" in unicodedata.name(sign, "") else han


def marked(words: str) -> str:
    """Words for a paragraph: escaped, each part in the letter that draws it."""
    plain, _ = fonts()
    return "".join(
        escape(part) if name == plain else f'<font name="{name}">{escape(part)}</font>'
        for name, part in runs(words, plain)
    )


def write(page: Canvas, x: float, y: float, words: str, font: str, size: float, share: float = 0.0) -> None:
    """Words at a point: from it on, about it (`share` a half), or up to it (one)."""
    x -= share * width_of(words, font, size)
    for name, part in runs(words, font):
        page.setFont(name, size)
        page.drawString(x, y, part)
        x += pdfmetrics.stringWidth(part, name, size)


def width_of(words: str, font: str, size: float) -> float:
    """How wide words are, points."""
    return float(sum(pdfmetrics.stringWidth(part, name, size) for name, part in runs(words, font)))
