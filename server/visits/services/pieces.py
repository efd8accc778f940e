"""Judging pieces, and pinning to them what their gears were read as."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import Max

from gearing.errors import GearingError
from gearing.inspection.mates import likely_mates
from gearing.rebuild import VERDICTS
from gearing.strip.entry import parse, short_name
from gearing.workshop.surroundings import surroundings
from sums.base import here
from sums.fitting import FittingIn, fit_together
from sums.form import FormCandidate, FormIn, read_form
from sums.read import CandidateOut, ReadIn, read_gear
from workshop.models import Member
from workshop.transactions import write

from ..mapping import entry_of, live_pins, strip_step
from ..models import GearReading, KeptCalculation, Piece, Visit
from .base import own_visit, remember, settle, taken


def _own_piece(visit_id: UUID, piece_id: UUID) -> Piece:
    piece: Piece = (
        Piece.objects.filter(step__visit_id=visit_id, taken_back=False)
        .select_related("step")
        .get_or_404(id=piece_id)
    )
    return piece


@write
def judge(
    member: Member,
    visit_id: UUID,
    piece_id: UUID,
    verdict: str,
    finding: str,
    findings: list[dict[str, Any]] | None = None,
    instead: str | None = None,
    based_on: dict[str, Any] | None = None,
    mate: UUID | None = None,
) -> Piece:
    """Say what was seen on a piece, what is to become of it, and why. What is not said stays.

    A gear replaced with its mate takes that along: the one named, else the likeliest of the row.

    Raises
    ------
    GearingError
        If what goes in instead cannot be a line of the strip.
    RefusedError
        If others judged it otherwise since the state that this was `based_on`.
    """
    if instead:
        parse(instead)
    visit = own_visit(member, visit_id, lock=True)
    piece = _own_piece(visit.id, piece_id)
    before = {name: getattr(piece, name) for name in ("verdict", "finding", "findings", "instead")}
    after = {
        # What goes in instead replaces it, where nothing else was said.
        "verdict": verdict or ("replace" if instead else ""),
        "finding": finding,
        "findings": piece.findings if findings is None else findings,
        "instead": piece.instead if instead is None else instead.strip(),
    }
    if based_on and based_on.get("instead") and not based_on.get("verdict"):
        based_on = {**based_on, "verdict": "replace"}
    after = settle(visit, piece.id, based_on, after, before, entry_of(piece).kind)
    if before != after:
        for name, value in after.items():
            setattr(piece, name, value)
        piece.save(update_fields=list(after))
        remember(visit, member, "judged", piece.id, before=before, after=after)
    _with_mate(visit, member, piece, mate)
    return piece


def mates_of(visit: Visit, piece: Piece) -> list[Piece]:
    """Gears of the row that could run against this one, the likeliest first."""
    steps = list(visit.steps.filter(number__isnull=False).with_record())
    row = [strip_step(step) for step in steps]
    pieces = {(step.number, other.at): other for step in steps for other in step.live_pieces}
    spot = next((spot for spot, other in pieces.items() if other.id == piece.id), (0, 0))
    sizes = {spot: _size_of(other) for spot, other in pieces.items()}
    where = surroundings(row, visit.unit.kind)
    return [pieces[at] for at in likely_mates(row, where, sizes, spot)]


def _size_of(piece: Piece) -> str:
    """What its teeth were read to be of, else what they were said to be of."""
    pins = live_pins(piece)
    return str(pins[0].chosen["label"]) if pins else entry_of(piece).module


def _with_mate(visit: Visit, member: Member, piece: Piece, mate_id: UUID | None) -> None:
    """Mark the mate of a gear replaced with it, and let it go again where that is taken back."""
    if piece.verdict != "pair":
        if piece.mate:
            _let_go(visit, member, piece)
        return
    others = mates_of(visit, piece)
    mate = (
        next((other for other in others if other.id == mate_id), None)
        or piece.mate
        or next(iter(others), None)
    )
    if mate is None or piece.mate_id == mate.id:
        return
    if piece.mate:
        _let_go(visit, member, piece)
    # One that is dead by itself keeps what was found of it.
    alone = not VERDICTS.get(mate.verdict, VERDICTS[""]).renews
    before = {"verdict": mate.verdict, "finding": mate.finding}
    if alone:
        mate.verdict = "pair"
        mate.finding = mate.finding or f"with its mate, the {short_name(entry_of(piece))}"[:300]
    piece.mate, mate.mate = mate, piece
    piece.save(update_fields=["mate"])
    mate.save(update_fields=["mate", "verdict", "finding"])
    if alone:
        after = {"verdict": mate.verdict, "finding": mate.finding}
        remember(visit, member, "judged", mate.id, before=before, after=after)


def _let_go(visit: Visit, member: Member, piece: Piece) -> None:
    mate, piece.mate = piece.mate, None
    piece.save(update_fields=["mate"])
    if mate is None or mate.mate_id != piece.id:
        return
    before = {"verdict": mate.verdict, "finding": mate.finding}
    mate.mate = None
    if mate.verdict == "pair" and mate.finding.startswith("with its mate"):
        mate.verdict, mate.finding = "", ""
        remember(visit, member, "judged", mate.id, before=before, after={"verdict": "", "finding": ""})
    mate.save(update_fields=["mate", "verdict", "finding"])


@write
def pin_gear(
    member: Member,
    visit_id: UUID,
    piece_id: UUID,
    pin_id: UUID,
    rim: int,
    request: ReadIn | FormIn,
    choice: int,
) -> Piece:
    """Pin a reading to a toothed piece of the row: the readings, and the candidate chosen.

    The candidate is found again from the readings, never taken on trust. An
    earlier reading of the same rim is kept, superseded.

    Raises
    ------
    GearingError
        If the piece has no such rim, or the readings no such candidate.
    """
    visit = own_visit(member, visit_id, lock=True)
    piece = _own_piece(visit.id, piece_id)
    known = GearReading.objects.filter(id=pin_id).first()
    if known:
        if known.piece_id != piece.id:
            raise taken("reading")
        return piece
    rims = max(1, len(entry_of(piece).teeth))
    if rim >= rims:
        raise GearingError(
            "This piece has no such gear.", code="unknown_rim", field="rim", hint=f"It has {rims}."
        )
    candidates: list[CandidateOut] | list[FormCandidate] = (
        here(read_form, request).candidates
        if isinstance(request, FormIn)
        else here(read_gear, request).candidates
    )
    if choice >= len(candidates):
        raise GearingError(
            "No such candidate.", code="unknown_candidate", field="choice", hint="Read the gear again."
        )
    chosen = candidates[choice]
    piece.pins.filter(rim=rim, superseded=False).update(superseded=True)
    last = piece.pins.aggregate(last=Max("order"))["last"] or 0
    GearReading.objects.create(
        id=pin_id,
        piece=piece,
        rim=rim,
        order=last + 1,
        recorded_by=member,
        request=request.model_dump(mode="json"),
        chosen=chosen.model_dump(mode="json", exclude={"drawing", "new"}),
    )
    remember(visit, member, "read", piece.id, after={"rim": rim, "as": chosen.label})
    return piece


@write
def unpin_gear(member: Member, visit_id: UUID, piece_id: UUID, pin_id: UUID) -> Piece:
    """Take a reading back; the one it had replaced, if any, stands again."""
    visit = own_visit(member, visit_id, lock=True)
    piece = _own_piece(visit.id, piece_id)
    pin = piece.pins.get_or_404(id=pin_id)
    if pin.superseded:
        return piece
    pin.superseded = pin.taken_back = True
    pin.save(update_fields=["superseded", "taken_back"])
    earlier = (
        piece.pins.filter(rim=pin.rim, order__lt=pin.order)
        .exclude(taken_back=True)
        .order_by("-order")
        .first()
    )
    if earlier:
        earlier.superseded = False
        earlier.save(update_fields=["superseded"])
    remember(visit, member, "read taken back", piece.id, before={"as": pin.chosen["label"]})
    return piece


@write
def keep_work(member: Member, visit_id: UUID, piece_id: UUID, work_id: UUID, request: FittingIn) -> Piece:
    """Keep a fitting sum with its piece. It is worked out again here, never taken on trust.

    Raises
    ------
    GearingError
        If the sum has no answer, or the id belongs to another piece.
    """
    visit = own_visit(member, visit_id, lock=True)
    piece = _own_piece(visit.id, piece_id)
    known = KeptCalculation.objects.filter(id=work_id).first()
    if known:
        if known.piece_id != piece.id:
            raise taken("work")
        return piece
    answer = here(fit_together, request)
    KeptCalculation.objects.create(
        id=work_id,
        piece=piece,
        recorded_by=member,
        request=request.model_dump(mode="json"),
        says=answer.says[:300],
        mind=answer.mind[:200],
    )
    remember(visit, member, "worked out", piece.id, after={"says": answer.says})
    return piece


@write
def drop_work(member: Member, visit_id: UUID, piece_id: UUID, work_id: UUID) -> Piece:
    """Take kept work back; the history keeps it."""
    visit = own_visit(member, visit_id, lock=True)
    piece = _own_piece(visit.id, piece_id)
    work = piece.worked.get_or_404(id=work_id)
    if not work.taken_back:
        work.taken_back = True
        work.save(update_fields=["taken_back"])
        remember(visit, member, "work taken back", piece.id, before={"says": work.says})
    return piece
