"""Taking the sample workshop away, in one move and for good."""

from __future__ import annotations

from django.core.files.storage import default_storage
from django.db import transaction

from drawer.models import Arrival, Movement, StockItem
from orders.models import OrderEvent, OrderLine, PurchaseOrder
from practice.models import Round, SoundRound
from shelf.models import Consumable, HouseRule, HouseTerms, LearntName
from suppliers.models import CatalogueItem, Supplier
from visits.models import (
    BillExtra,
    Change,
    CoverMap,
    GearReading,
    Join,
    JoinedDevice,
    KeptCalculation,
    OwnerAnswer,
    Photo,
    Piece,
    PlanMark,
    ProofResult,
    Reminder,
    ReportLink,
    Sound,
    SourceOffer,
    Step,
    Tick,
    Timer,
    Trial,
    Unit,
    Visit,
)  # fmt: skip
from workshop.models import SAMPLE, Code, Fact, KnownDevice, Member, SeenSession, Workshop
from workshop.services import SAMPLE_REMOVED
from workshop.sessions import end_sessions


def remove() -> bool:
    """Delete the sample and all that is its; later starts do not bring it back. False if it is not here.

    The one place where a record is deleted: nothing of it was ever real.
    """
    workshop = Workshop.objects.filter(key=SAMPLE).first()
    if workshop is None:
        return False
    visits = Visit.objects.filter(unit__workshop=workshop)
    photos = Photo.objects.filter(visit__in=visits)
    files = [name for row in photos.values_list("image", "small") for name in row]
    files += Sound.objects.filter(visit__in=visits).values_list("wav", flat=True)
    members = Member.objects.filter(workshop=workshop)
    with transaction.atomic():
        end_sessions(SeenSession.objects.filter(member__in=members))
        pieces = Piece.objects.filter(step__visit__in=visits)
        for of_piece in (GearReading, KeptCalculation, Tick):
            of_piece.objects.filter(piece__in=pieces).delete()
        JoinedDevice.objects.filter(join__visit__in=visits).delete()
        for of_visit in (
            Join,
            Photo,
            Sound,
            SourceOffer,
            OwnerAnswer,
            BillExtra,
            Trial,
            ProofResult,
            Reminder,
            ReportLink,
            PlanMark,
            Timer,
            CoverMap,
            Change,
        ):
            of_visit.objects.filter(visit__in=visits).delete()
        pieces.update(mate=None)
        pieces.delete()
        Step.objects.filter(visit__in=visits).delete()
        visits.update(guide=None)
        visits.delete()
        Unit.objects.filter(workshop=workshop).delete()
        Movement.objects.filter(kept__workshop=workshop).delete()
        for of_order in (OrderEvent, OrderLine):
            of_order.objects.filter(order__workshop=workshop).delete()
        for of_workshop in (
            PurchaseOrder,
            CatalogueItem,
            Supplier,
            Arrival,
            StockItem,
            Consumable,
            HouseRule,
            HouseTerms,
            LearntName,
            Code,
        ):
            of_workshop.objects.filter(workshop=workshop).delete()
        for of_member in (Round, SoundRound):
            of_member.objects.filter(member__in=members).delete()
        KnownDevice.objects.filter(member__in=members).delete()
        members.delete()
        workshop.delete()
        Fact.objects.update_or_create(key=SAMPLE_REMOVED, defaults={"value": True})
    for name in files:
        default_storage.delete(name)
    return True
