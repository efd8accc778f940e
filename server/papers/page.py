"""Pages of paper: sizes, letters of any script that is at hand, head and foot."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from reportlab.lib.enums import TA_LEFT
from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Frame, PageTemplate

PAPERS = {"a4": A4, "letter": letter}
MARGIN = 15 * mm
FOLDER = Path("/usr/share/fonts/truetype/dejavu")
"""Debian's DejaVu: Latin, Greek, Cyrillic, Arabic and more; ``fonts-dejavu-core`` comes with the start."""


@cache
def fonts() -> tuple[str, str]:
    """Names of the plain and the bold letter, embedded where they are there."""
    if (FOLDER / "DejaVuSans.ttf").exists():
        pdfmetrics.registerFont(TTFont("Sheet", str(FOLDER / "DejaVuSans.ttf")))
        pdfmetrics.registerFont(TTFont("Sheet-Bold", str(FOLDER / "DejaVuSans-Bold.ttf")))
    else:
        pdfmetrics.registerFont(TTFont("Sheet", "Vera.ttf"))
        pdfmetrics.registerFont(TTFont("Sheet-Bold", "VeraBd.ttf"))
    pdfmetrics.registerFontFamily(
        "Sheet", normal="Sheet", bold="Sheet-Bold", italic="Sheet", boldItalic="Sheet-Bold"
    )
    return "Sheet", "Sheet-Bold"


def style(size: float = 9.5, *, bold: bool = False, after: float = 2, before: float = 0) -> ParagraphStyle:
    """A paragraph's letters and the room about it, points."""
    plain, heavy = fonts()
    return ParagraphStyle(
        f"s{size}{bold}{after}{before}",
        fontName=heavy if bold else plain,
        fontSize=size,
        leading=1.32 * size,
        spaceAfter=after,
        spaceBefore=before,
        alignment=TA_LEFT,
        splitLongWords=True,
    )


def document(out: object, paper: str, title: str, foot: str) -> BaseDocTemplate:
    """A document of one frame a page, its foot with the title and the page."""
    size = PAPERS[paper]
    plain, _ = fonts()

    def footed(page: Canvas, doc: BaseDocTemplate) -> None:
        page.saveState()
        page.setFont(plain, 7.5)
        page.drawString(MARGIN, 9 * mm, foot)
        page.drawRightString(size[0] - MARGIN, 9 * mm, f"page {doc.page}")
        page.restoreState()

    made = BaseDocTemplate(
        out, pagesize=size, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=MARGIN, bottomMargin=17 * mm,
        title=title, author=foot, creator="Dentado",
    )  # fmt: skip
    frame = Frame(MARGIN, 17 * mm, size[0] - 2 * MARGIN, size[1] - MARGIN - 17 * mm, 0, 0, 0, 0)
    made.addPageTemplates([PageTemplate(frames=[frame], onPage=footed)])
    return made
