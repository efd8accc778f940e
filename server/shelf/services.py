"""All writes to the shelf and the house rules, and what a workshop has at hand."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import Http404

from gearing.errors import GearingError
from gearing.sourcing import columns_of, heading_word
from gearing.strip.entry import name_taught
from gearing.strip.kinds import kind_of_word, kinds
from gearing.workshop.consumables import Item, item_of, questions, shipped
from workshop.merging import merge
from workshop.models import Member
from workshop.refusals import overtaken
from workshop.transactions import write

from .models import Consumable, HouseRule, HouseTerms, LearntHeading, LearntName, MeasuredMachine


def at_hand(workshop_id: int) -> tuple[Item, ...]:
    """The workshop's own things first, then the generic ones it has not replaced or put away."""
    own = list(Consumable.objects.filter(workshop_id=workshop_id).order_by("key"))
    replaced = {bottle.key for bottle in own}
    mine = [item_of({"key": bottle.key, **bottle.item}) for bottle in own if not bottle.gone]
    return (*mine, *(item for item in shipped() if item.key not in replaced))


def names_of(workshop_id: int) -> dict[str, str]:
    """The kinds of piece this workshop has taught names for, by those names."""
    learnt = LearntName.objects.filter(workshop_id=workshop_id, gone=False)
    return dict(learnt.values_list("name", "kind"))


@write
def learn(member: Member, line: str, kind: str, piece: int = 0) -> LearntName:
    """Call a piece from now on what the line calls it; the newest says which kind that is.

    Raises
    ------
    GearingError
        If there is no such kind, or the line names nothing to learn.
    """
    key = kind if kind in kinds() else kind_of_word(kind)
    if not key:
        raise GearingError(
            f"There is no kind of piece called “{kind}”.",
            code="unknown_kind",
            field="kind",
            hint="Gear, shaft, bearing and the like.",
        )
    name = name_taught(line, piece)
    learnt, _ = LearntName.objects.select_for_update().update_or_create(
        workshop_id=member.workshop_id,
        name=name,
        defaults={"kind": key, "gone": False, "recorded_by": member},
    )
    return learnt


@write
def forget(member: Member, name: str, gone: bool) -> None:
    """Forget a learnt name, or remember it again."""
    known = LearntName.objects.filter(workshop_id=member.workshop_id, name=name).first()
    if known is None:
        raise Http404
    known.gone, known.recorded_by = gone, member
    known.save(update_fields=["gone", "recorded_by", "changed_at"])


@write
def keep_machine(member: Member, name: str, grows_mm: float, shrinks_percent: float) -> None:
    """What a machine's coupon showed; measured again, the newest stands."""
    MeasuredMachine.objects.select_for_update().update_or_create(
        workshop_id=member.workshop_id,
        name=name,
        defaults={
            "grows_mm": grows_mm,
            "shrinks_percent": shrinks_percent,
            "gone": False,
            "recorded_by": member,
        },
    )


@write
def put_machine_away(member: Member, name: str, gone: bool) -> None:
    """A machine that is no longer here, or is again."""
    known = MeasuredMachine.objects.filter(workshop_id=member.workshop_id, name=name).first()
    if known is None:
        raise Http404
    known.gone, known.recorded_by = gone, member
    known.save(update_fields=["gone", "recorded_by", "changed_at"])


LONGEST_HEADING = 80


def headings_of(workshop_id: int, table: str) -> dict[str, str]:
    """What the workshop takes headings of such a table for."""
    rows = LearntHeading.objects.filter(workshop_id=workshop_id, table=table)
    return dict(rows.values_list("heading", "column"))


@write
def learn_heading(member: Member, table: str, heading: str, column: str) -> None:
    """Take a heading for a column from now on; empty for one that says nothing.

    Raises
    ------
    GearingError
        If such a table has no such column, or the heading says nothing to know it by.
    """
    word = heading_word(heading)[:LONGEST_HEADING]
    if not word or (column and column not in columns_of(table)):
        raise GearingError(
            "That cannot be a column of this table."
            if word
            else "A column without a heading is not known again.",
            code="no_column",
            field="column",
            hint=f"One of: {', '.join(columns_of(table))}. Or give the column a heading.",
        )
    LearntHeading.objects.update_or_create(
        workshop_id=member.workshop_id,
        table=table,
        heading=word,
        defaults={"column": column, "recorded_by": member},
    )


def house_of(workshop_id: int) -> dict[str, str]:
    """The schools chosen; a question not answered follows its default."""
    return dict(HouseRule.objects.filter(workshop_id=workshop_id).values_list("question", "school"))


@write
def keep(
    member: Member, bottle_id: UUID, key: str, values: dict[str, Any], based_on: dict[str, Any] | None = None
) -> Consumable:
    """Put something on the shelf, or correct it.

    Raises
    ------
    GearingError
        If the id, or another thing of that key, belongs elsewhere.
    RefusedError
        If others corrected the same since the state that this was `based_on`.
    """
    bottle = Consumable.objects.select_for_update().filter(id=bottle_id).first()
    if bottle is None:
        bottle, _ = Consumable.objects.select_for_update().get_or_create(
            workshop_id=member.workshop_id,
            key=key,
            defaults={"id": bottle_id, "item": values, "recorded_by": member},
        )
    if bottle.workshop_id != member.workshop_id:
        raise GearingError(
            "This is already recorded in another place.",
            code="taken_id",
            field="id",
            hint="Reload the page; nothing was changed.",
        )
    now = _fields(item_of({"key": key, **bottle.item}))
    merged, quarrel = merge(based_on, values, {name: now.get(name) for name in values})
    if quarrel:
        raise overtaken(
            _says_of(values, quarrel),
            _says_of(bottle.item, quarrel),
            bottle.recorded_by.called,
            field=quarrel[0],
        )
    bottle.item, bottle.gone, bottle.recorded_by = merged, False, member
    bottle.save()
    return bottle


def _says_of(values: dict[str, Any], names: list[str]) -> str:
    return ", ".join(f"{name.replace('_', ' ')} {_plain(values.get(name))}" for name in names)


def _plain(value: Any) -> str:
    return ", ".join(map(str, value)) if isinstance(value, list) else str(value or "none")


@write
def put_away(member: Member, key: str, gone: bool) -> None:
    """Take something off the shelf, generic or own, or bring it back."""
    generic = next((item for item in shipped() if item.key == key), None)
    bottle = Consumable.objects.select_for_update().filter(workshop_id=member.workshop_id, key=key).first()
    if bottle is None:
        if generic is None:
            raise Http404
        values = {name: value for name, value in _fields(generic).items() if name != "key"}
        bottle = Consumable(workshop_id=member.workshop_id, key=key, item=values)
    bottle.gone, bottle.recorded_by = gone, member
    bottle.save()


def _fields(item: Item) -> dict[str, Any]:
    return {name: list(v) if isinstance(v := getattr(item, name), tuple) else v for name in Item.__slots__}


@write
def follow(member: Member, question: str, school: str, based_on: str | None = None) -> None:
    """Choose a school.

    Raises
    ------
    GearingError
        If there is no such question or school.
    RefusedError
        If others chose another one since the one that this was `based_on`.
    """
    asked = next((candidate for candidate in questions() if candidate.key == question), None)
    names = {candidate.key: candidate.name for candidate in asked.schools} if asked else {}
    if asked is None or school not in names:
        raise GearingError(
            "There is no such school.",
            code="unknown_school",
            field="school",
            hint="Pick one of those listed.",
        )
    rule = (
        HouseRule.objects.select_for_update()
        .filter(workshop_id=member.workshop_id, question=question)
        .select_related("recorded_by")
        .first()
    )
    now = asked.chosen({question: rule.school} if rule else {}).key
    base = None if based_on is None else {"school": based_on}
    _, quarrel = merge(base, {"school": school}, {"school": now})
    if quarrel:
        who = rule.recorded_by.called if rule else ""
        raise overtaken(names[school], names[now], who, field="school")
    HouseRule.objects.update_or_create(
        workshop_id=member.workshop_id,
        question=question,
        defaults={"school": school, "recorded_by": member},
    )


@write
def keep_terms(member: Member, values: dict[str, Any], based_on: dict[str, Any] | None = None) -> HouseTerms:
    """What the house charges.

    Raises
    ------
    RefusedError
        If others changed the same meanwhile.
    """
    terms, made = HouseTerms.objects.select_for_update().get_or_create(
        workshop_id=member.workshop_id, defaults={"recorded_by": member, **values}
    )
    if made:
        return terms
    now = {name: getattr(terms, name) for name in values}
    merged, quarrel = merge(based_on, values, now)
    if quarrel:
        name = quarrel[0]
        raise overtaken(str(values[name]), str(now[name]), terms.recorded_by.called, field=name)
    if merged != now:
        for name, value in merged.items():
            setattr(terms, name, value)
        terms.recorded_by = member
        terms.save()
    return terms
