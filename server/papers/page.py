"""Pages of paper: sizes, paragraphs, head and foot."""

from __future__ import annotations

from reportlab.lib.enums import TA_LEFT
from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Frame, PageTemplate

from .letters import fonts, write

PAPERS = {"a4": A4, "letter": letter}
MARGIN = 15 * mm


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
        write(page, MARGIN, 9 * mm, foot, plain, 7.5)
        write(page, size[0] - MARGIN, 9 * mm, f"page {doc.page}", plain, 7.5, 1.0)
        page.restoreState()

    made = BaseDocTemplate(
        out, pagesize=size, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=MARGIN, bottomMargin=17 * mm,
        title=title, author=foot, creator="Dentado",
    )  # fmt: skip
    frame = Frame(MARGIN, 17 * mm, size[0] - 2 * MARGIN, size[1] - MARGIN - 17 * mm, 0, 0, 0, 0)
    made.addPageTemplates([PageTemplate(frames=[frame], onPage=footed)])
    return made
