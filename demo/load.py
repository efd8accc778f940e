"""Loading the scenario through the same services a technician's device uses."""

from __future__ import annotations

from datetime import timedelta
from decimal import Decimal
from uuid import UUID, uuid5

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.utils import timezone

from drawer import services as drawer
from drawer.routes import KeptIn
from gearing.proof import ProofFigure
from gearing.rebuild import build_plan
from gearing.sourcing import read_price_list, stock_line
from gearing.strip.entry import parse, short_name
from gearing.workshop.stages import FILED
from orders import services as orders
from orders.models import PurchaseOrder
from shelf import services as shelf
from sums.read import ReadIn, ReadingIn
from suppliers import services as suppliers
from suppliers.models import Supplier
from visits import services
from visits.mapping import entry_of
from visits.models import Piece, Visit
from visits.proving import LATER, proof_of
from visits.services.base import own_visit
from workshop.models import SAMPLE, Fact, Member, Workshop
from workshop.services import SAMPLE_REMOVED, found_workshop

from . import DEMO_MEMBER, DEMO_PASSWORD
from .parts import BOUGHT, SAID, SELLERS, TERMS, Bought, Seller
from .photos import draw_photo
from .scenario import DRAWER, DRAWER_LINES, MEMBERS, SCENARIO, SPOKEN, WORKSHOP, Stay, Stock, StripLine
from .sounds import Turning, draw_sound

NAMES = UUID("5d3c6a52-6a0e-4f43-9b7a-2f8d0c6a9e11")
"""Namespace of the demo's ids, so that the same thing has the same id everywhere."""


def load() -> bool:
    """Load the scenario unless it is there; all of it or nothing. True if it was loaded."""
    if Workshop.objects.filter(key=SAMPLE).exists() or Fact.objects.filter(key=SAMPLE_REMOVED).exists():
        return False
    taken = Member.objects.filter(username__in=MEMBERS).values_list("username", flat=True)
    if taken:
        # A bench of one's own came first and has such a member: the sample stays away.
        return False
    with transaction.atomic():
        found_workshop(WORKSHOP, MEMBERS, DEMO_PASSWORD, key=SAMPLE)
        member = Member.objects.get(username=DEMO_MEMBER)
        for name, kind in SPOKEN.items():
            shelf.learn(member, name, kind)
        for stay in SCENARIO:
            _load_stay(member, stay)
        for place, stock in enumerate(DRAWER):
            _load_stock(member, place, stock)
        for place, line in enumerate(DRAWER_LINES):
            drawer.put_in(member, demo_id("drawer line", place), stock_line(line))
        for seller in SELLERS:
            _load_seller(member, seller)
        shelf.keep_terms(member, TERMS)
        for place, bought in enumerate(BOUGHT):
            _buy(member, place, bought)
        for unit, visit, said in SAID:
            services.owner_said(member, demo_id(unit, visit), demo_id(unit, visit, "said"), said)
    return True


def demo_id(*words: object) -> UUID:
    """The id of a thing in the demo, by its name."""
    return uuid5(NAMES, "/".join(map(str, words)))


def _load_stock(member: Member, place: int, stock: Stock) -> None:
    gear = KeptIn(
        teeth=stock.teeth,
        module_mm=stock.size,
        pressure_angle_deg=stock.angle,
        bore_mm=stock.bore,
        bore_shape=stock.shape,
        width_mm=stock.width,
        boss=stock.boss,
        material=stock.material,
        place=stock.place,
        count=stock.count,
        price=stock.price,
        source=stock.source,
        part_number=stock.number,
    )
    drawer.keep(member, demo_id("drawer", place), gear.model_dump())


def _load_seller(member: Member, seller: Seller) -> None:
    money = {
        "postage": seller.postage and Decimal(seller.postage),
        "free_from": seller.free_from and Decimal(seller.free_from),
    }
    known = {
        "name": seller.name,
        "usual_days": seller.days,
        "on_line": seller.on_line,
        "note": "",
        "gone": False,
    }
    supplier = suppliers.keep_supplier(member, demo_id("supplier", seller.name), {**known, **money})
    if seller.listed:
        suppliers.take_list(member, supplier.id, read_price_list(seller.listed.encode()), whole=True)


def _buy(member: Member, place: int, bought: Bought) -> None:
    """Into the basket, sent so long ago, come right or wrong: each by the service that does it."""
    supplier = Supplier.objects.get(id=demo_id("supplier", bought.seller))
    item = supplier.items.filter(number=bought.number).first()
    visit_id = demo_id(bought.unit, bought.visit) if bought.unit else None
    pieces = [
        Piece.objects.filter(step__visit=visit_id, step__number=number + 1)[0] for number in bought.steps
    ]
    line = orders.put_in_basket(
        member,
        demo_id("ordered", place),
        supplier.id,
        short_name(entry_of(pieces[0])) if pieces else "",
        count=bought.count,
        item_id=item.id if item else None,
        visit_id=visit_id,
        pieces=[piece.id for piece in pieces],
    )
    if bought.sent is None:
        return
    today = timezone.localdate()
    sent = {"sent_on": today - timedelta(days=bought.sent)}
    due = None if bought.due is None else today + timedelta(days=bought.due)
    orders.mark_sent(member, line.order_id, expected=due)
    PurchaseOrder.objects.filter(id=line.order_id).update(**sent)
    if bought.late and due:
        orders.expect(member, line.order_id, demo_id("put off", place), due, bought.late)
    if bought.wrong:
        orders.send_back(member, line.id, demo_id("back", place), 1, bought.wrong)
    if bought.came:
        orders.take_in(member, line.id, demo_id("came", place), bought.count, line.contains)


def _load_stay(member: Member, stay: Stay) -> None:
    number = Visit.objects.filter(unit_id=demo_id(stay.unit)).count() + 1
    visit = services.open_visit(
        member,
        demo_id(stay.unit, number),
        demo_id(stay.unit),
        {
            "kind": stay.kind,
            "label": stay.unit,
            "model": stay.model,
            "owner_label": stay.owner,
            "use_so_far": stay.use,
            "complaint": stay.complaint,
            "symptoms": list(stay.symptoms),
            "conditions": list(stay.conditions),
        },
    )
    if stay.guided:
        services.follow_guide(member, visit.id, demo_id(stay.unit, number - 1))
    pieces = [_load_step(member, visit, place, off) for place, off in enumerate(stay.strip)]
    if not any(off.photo for off in stay.strip):
        _photo(
            member, visit, demo_id(visit.id, "photo"), draw_photo(parse("case"), seed=len(stay.unit)), None
        )
    off_first = [(piece, off.verdict) for step, off in zip(pieces, stay.strip, strict=True) for piece in step]
    for piece, verdict in off_first[::-1][: stay.built]:
        entry = entry_of(piece)
        outcome = "new" if verdict == "replace" or entry.discard else "in"
        services.tick(member, visit.id, demo_id(piece.id, "tick"), piece.id, outcome, entry.count)
    _turn_in_between(member, visit, stay.built)
    services.note_to_watch(member, visit.id, stay.watch)
    services.name_cause(member, visit.id, stay.cause)
    for place, line in enumerate(stay.offers):
        services.jot_offer(member, visit.id, demo_id(visit.id, f"offer {place}"), line)
    price, age = stay.worth
    if price:
        worth = {"new_price": Decimal(price), "age_years": age, "promised_on": None}
        services.say_worth(member, visit.id, worth)
    key, label, reason = stay.decided
    if key:
        services.choose(member, visit.id, {"key": key, "label": label, "reason": reason})
    for place, turning in enumerate(stay.sounds):
        if place:
            services.enter_stage(member, visit.id, "build")
        _sound(member, visit, demo_id(visit.id, f"sound {place}"), turning)
    _proved(member, visit, stay)
    services.enter_stage(member, visit.id, stay.stage)
    services.wait_for(member, visit.id, *stay.waits)
    if stay.salvaged:
        keep = {piece.id: each.count for piece, each in services.worth_keeping(visit) if each.keep}
        services.write_off(member, visit.id, keep, stay.salvaged, {})


FIGURES = {"s": 6.5, "N": 9.0, "A": 1.4, "rpm": 640.0}
"""Figures of the demo's proofs that have no band, by unit."""


def _proved(member: Member, visit: Visit, stay: Stay) -> None:
    """How its checks went: all of a filed one, else the first few."""
    checks = [check for check in proof_of(own_visit(member, visit.id)).checks if check.risk != LATER]
    many = len(checks) if stay.stage == FILED and not stay.salvaged else stay.checks
    for check in checks[:many]:
        value = _within(check.figure) if check.figure else None
        services.record_result(
            member, visit.id, demo_id(visit.id, f"proof {check.key}"), check.key, "met", value=value
        )


def _within(figure: ProofFigure) -> float | None:
    """A figure well within its band."""
    if figure.least is not None and figure.most is not None:
        return round((figure.least + figure.most) / 2, 3)
    return round(0.6 * figure.most, 2) if figure.most is not None else FIGURES.get(figure.unit)


def _turn_in_between(member: Member, visit: Visit, built: int) -> None:
    """What the rules put between the pieces already built is done as well."""
    for step in build_plan(services.removed_pieces(visit), services.bench_of(member, visit)).steps:
        if step.kind == "piece":
            built -= 1
        if built < 0:
            return
        if step.kind != "piece":
            services.mark_step(member, visit.id, step.key, done=True)


def _load_step(member: Member, visit: Visit, place: int, off: StripLine) -> list[Piece]:
    """Lay down one line; its pieces that did not stay shut."""
    step = services.record_step(member, visit.id, demo_id(visit.id, place), off.line)
    piece_id: UUID = step.piece.id
    services.judge(member, visit.id, piece_id, off.verdict, off.finding)
    if off.photo:
        missing = 3 if "teeth gone" in off.finding else 0
        picture = draw_photo(parse(off.line), seed=place, missing=missing)
        _photo(member, visit, demo_id(step.id, "photo"), picture, step.id)
    if off.tips:
        readings = [ReadingIn(value=off.tips)]
        readings += [ReadingIn(kind="span", k=k, value=value) for k, value in off.spans]
        request = ReadIn(
            teeth=off.teeth,
            readings=readings,
            mark=off.mark,
            unit_kind=visit.unit.kind,
            bore_mm=off.bore or None,
            width_mm=off.width or None,
        )
        services.pin_gear(member, visit.id, piece_id, demo_id(piece_id, "pin"), off.rim, request, 0)
    return [piece for piece in step.live_pieces if not entry_of(piece).shut]


def _sound(member: Member, visit: Visit, sound_id: UUID, turning: Turning) -> None:
    file = SimpleUploadedFile("sound.wav", draw_sound(turning, seed=visit.number), "audio/wav")
    turned = {
        "turns": turning.turns or None,
        "rpm": turning.rpm or None,
        "shaft": turning.shaft,
        "train": turning.train,
        "turned_so": turning.so,
    }
    services.add_sound(member, visit.id, sound_id, file, turned)


def _photo(member: Member, visit: Visit, photo_id: UUID, picture: bytes, step_id: UUID | None) -> None:
    upload = SimpleUploadedFile("photo.jpg", picture, "image/jpeg")
    services.add_photo(member, visit.id, photo_id, upload, step_id)
