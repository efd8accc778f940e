"""The report for the owner on paper: one page and its details, in plain words."""

from __future__ import annotations

import io
from collections.abc import Iterable, Sequence

from PIL import Image as Picture
from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.platypus import Flowable, LongTable, Paragraph, TableStyle

from .letters import marked
from .page import MARGIN, PAPERS, document, style
from .told import Told, ToldPhoto

PHOTO_PIXELS, PHOTO_QUALITY = 640, 62
"""Small enough that ten of them stay under a megabyte, large enough to see a tooth."""

PHOTO_WIDTH = 58 * mm


def report_pdf(told: Told, photos: dict[str, bytes], paper: str) -> bytes:
    """The report as a PDF.

    Parameters
    ----------
    photos : dict
        Pictures as JPEG, by their id.
    """
    wide = PAPERS[paper][0] - 2 * MARGIN
    out = io.BytesIO()
    story: list[Flowable] = [
        Paragraph(marked(told.headline), style(17, bold=True, after=3)),
        Paragraph(
            marked(
                " · ".join(
                    part
                    for part in (
                        told.kind,
                        told.model,
                        told.owner,
                        f"visit {told.number}",
                        f"came {told.came:%d %b %Y}",
                        f"done {told.done:%d %b %Y}" if told.done else "",
                    )
                    if part
                )
            ),
            style(9, after=8),
        ),
    ]
    story += _said(
        "What was said", [told.complaint or "nothing", *([", ".join(told.heard)] if told.heard else [])]
    )
    if told.handed_back:
        story += _said("Why it goes back not mended", [told.handed_back])
    if told.cause:
        story += _said("What it was", [told.cause])
    story += _said("What was found", [f"{piece}: {what}" for piece, what in told.found])
    done = [f"{piece}: new" for piece in told.renewed]
    done += [f"{piece}: {what} in its place" for piece, what in told.instead]
    done += [f"{piece}: cleaned" for piece in told.cleaned]
    story += _said("What was done", done or ["looked over, nothing replaced"])
    story += _said("To watch", [told.to_watch] if told.to_watch else [])
    if told.again:
        story += _said("Open it next", [f"{told.again:%d %B %Y}"])
    story += _said("To mind", told.cautions)
    if told.costs:
        story += _rows("What it comes to", [*told.costs, ("Total", told.total)], wide, last_bold=True)
    story += _rows("Proved", [(check.name, check.says or "met") for check in told.checks], wide)
    story += _rows("Gears measured", told.gears, wide)
    story += _photos(told.photos, photos, wide)
    document(out, paper, told.headline, told.workshop).build(story)
    return out.getvalue()


def _said(head: str, lines: Iterable[str]) -> list[Flowable]:
    said = [Paragraph(marked(line).replace("\n", "<br/>"), style(9.5)) for line in lines if line]
    return [Paragraph(marked(head), style(11, bold=True, before=7)), *said] if said else []


def _rows(
    head: str, rows: Sequence[tuple[str, str]], wide: float, *, last_bold: bool = False
) -> list[Flowable]:
    if not rows:
        return []
    cells = [
        [Paragraph(marked(left), style(9, after=0)), Paragraph(marked(right), style(9, after=0))]
        for left, right in rows
    ]
    table = LongTable(cells, colWidths=[0.62 * wide, 0.38 * wide])
    table.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, -1), 0.25, colors.grey),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), 0),
                ("TOPPADDING", (0, 0), (-1, -1), 2),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
                *([("LINEABOVE", (0, -1), (-1, -1), 0.9, colors.black)] if last_bold else []),
            ]
        )
    )
    return [Paragraph(marked(head), style(11, bold=True, before=9, after=3)), table]


def _photos(told: Sequence[ToldPhoto], photos: dict[str, bytes], wide: float) -> list[Flowable]:
    shown = [photo for photo in told if str(photo.id) in photos]
    if not shown:
        return []
    across = max(1, int(wide // (PHOTO_WIDTH + 4 * mm)))
    cells: list[list[Flowable | str]] = []
    for n in range(0, len(shown), across):
        row: list[Flowable | str] = [Pinned(photo, photos[str(photo.id)]) for photo in shown[n : n + across]]
        cells.append(row + [""] * (across - len(row)))
    table = LongTable(cells, colWidths=[PHOTO_WIDTH + 4 * mm] * across, hAlign="LEFT")
    table.setStyle(TableStyle([("LEFTPADDING", (0, 0), (-1, -1), 0), ("VALIGN", (0, 0), (-1, -1), "TOP")]))
    return [Paragraph("Photos", style(11, bold=True, before=9, after=3)), table]


class Pinned(Flowable):  # type: ignore[misc]
    """A picture with its numbered pins and what it shows."""

    def __init__(self, photo: ToldPhoto, jpeg: bytes) -> None:
        super().__init__()
        self.photo, self.jpeg = photo, jpeg
        with Picture.open(io.BytesIO(jpeg)) as picture:
            width, height = picture.size
        # A picture of odd shape is kept whole in the room there is.
        self.high = min(PHOTO_WIDTH * height / width, 1.3 * PHOTO_WIDTH)
        self.wide = self.high * width / height
        self.caption = Paragraph(marked(photo.says), style(8, after=0))
        self.under = 0.0

    def wrap(self, *_: float) -> tuple[float, float]:
        self.under = self.caption.wrap(PHOTO_WIDTH, 60)[1] + 3
        return PHOTO_WIDTH, self.high + self.under + 4

    def draw(self) -> None:
        page = self.canv
        page.drawImage(ImageReader(io.BytesIO(self.jpeg)), 0, self.under, self.wide, self.high)
        page.setLineWidth(1)
        for n, (x, y) in enumerate(self.photo.pins, 1):
            at = (x * self.wide, self.under + (1 - y) * self.high)
            page.setFillColor(colors.white)
            page.circle(*at, 6, fill=1)
            page.setFillColor(colors.black)
            page.setFont("Sheet-Bold", 7)
            page.drawCentredString(at[0], at[1] - 2.5, str(n))
        self.caption.drawOn(page, 0, 0)


def small_jpeg(opened: object) -> bytes:
    """A picture small enough for paper, upright, grey levels and colours kept."""
    with Picture.open(opened) as picture:  # type: ignore[arg-type]
        made = picture.convert("RGB")
        made.thumbnail((PHOTO_PIXELS, PHOTO_PIXELS))
        out = io.BytesIO()
        made.save(out, "JPEG", quality=PHOTO_QUALITY, optimize=True)
    return out.getvalue()
