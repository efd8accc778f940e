"""What the bench remembers: units, their visits, and every piece that came off.

Nothing of a unit's record is deleted: what is taken back is marked undone,
and every change leaves a :class:`Change`. Ids are made by the device that
recorded the thing, so that sending twice is the same as once.
"""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from typing import Any
from uuid import UUID

from django.conf import settings
from django.db import models
from django.utils import timezone

from workshop.models import Workshop
from workshop.stored import StoredField

from .mapping import RecordQuerySet
from .stored import (
    CALCULATION,
    CHANGED,
    CHECKED,
    CONCLUSION,
    DECISION,
    ENTRY,
    FINDINGS,
    HEARD,
    HEARD_WHEN,
    HOLES,
    MARKS,
    READING,
)


class Recorded(models.Model):
    """A thing with an id from the device that recorded it, and when the record took it."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    recorded_at = models.DateTimeField(auto_now_add=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    objects = RecordQuerySet.as_manager()

    class Meta:
        abstract = True


class Unit(Recorded):
    """A geared thing that comes to the bench, once or many times."""

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="units")
    kind = models.CharField(max_length=20)
    label = models.CharField(max_length=80)
    model = models.CharField(max_length=120, blank=True)
    owner_label = models.CharField(max_length=80, blank=True)
    # What a new one costs, and how old this one is: what a repair is held against.
    new_price = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    age_years = models.FloatField(null=True)

    class Meta:
        indexes = [
            models.Index(fields=["workshop", name], name=f"unit_by_{name}")
            for name in ("kind", "model", "owner_label")
        ]

    def __str__(self) -> str:
        return self.label


class Visit(Recorded):
    """One stay of a unit at the bench, from complaint to filed."""

    unit = models.ForeignKey(Unit, on_delete=models.PROTECT, related_name="visits")
    # The unit's own, which never changes: lists of visits are read in their order by an index of it.
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+", editable=False)
    number = models.PositiveSmallIntegerField(default=1)
    complaint = models.TextField(max_length=2000, blank=True)
    use_so_far = models.CharField(max_length=120, blank=True)
    symptoms = StoredField(default=list, shape=HEARD)
    conditions = StoredField(default=list, shape=HEARD_WHEN)
    stage = models.CharField(max_length=10, default="listen")
    guide = models.ForeignKey("self", on_delete=models.PROTECT, related_name="+", null=True)
    waits_for = models.CharField(max_length=10, default="me")
    waits_note = models.CharField(max_length=200, blank=True)
    checks_done = StoredField(default=list, shape=CHECKED)
    to_watch = models.TextField(max_length=2000, blank=True)
    # What it turned out to be: the key of a fault. Once filed it teaches the workshop's odds.
    cause = models.CharField(max_length=40, blank=True)
    # Whether what law or licence says of such a unit was said to its owner.
    notice_said = models.BooleanField(default=False)
    # When the owner was told it would be done.
    promised_on = models.DateField(null=True)
    # When it is to be looked at again: screws after a few runs, grease before the next winter.
    look_again_on = models.DateField(null=True)
    # Or after so much use, counted as its owner or the bench reports it: 3 trips, 40 packs.
    look_again_after = models.DecimalField(max_digits=6, decimal_places=1, null=True)
    look_again_by = models.CharField(max_length=20, blank=True)
    used_since = models.DecimalField(max_digits=7, decimal_places=1, default=0)
    # Minutes the rebuild was planned to take and took, kept when it was filed: what the next plan goes by.
    build_planned = models.FloatField(null=True)
    build_took = models.FloatField(null=True)
    # Why it goes back not mended, in words; empty where it was mended.
    handed_back = models.CharField(max_length=400, blank=True)
    # What was decided: the option, and why it was taken.
    decision = StoredField(null=True, shape=DECISION)
    # Minutes worked on it, where they were said; else the plan's.
    worked_minutes = models.PositiveIntegerField(null=True)
    # Whether its cause counts in what the workshop learnt.
    teaches = models.BooleanField(default=True)
    # What the strip is to reach: the key of a suspected fault. Empty for all of it.
    goal = models.CharField(max_length=40, blank=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-changed_at"]
        constraints = [models.UniqueConstraint(fields=["unit", "number"], name="visit_number_once")]
        indexes = [
            models.Index(fields=["workshop", "stage", "-changed_at"], name="visit_by_stage"),
            models.Index(fields=["workshop", "-changed_at"], name="visit_touched"),
            models.Index(fields=["workshop", "look_again_on"], name="visit_again_on"),
            models.Index(fields=["workshop", "look_again_after"], name="visit_again_after"),
        ]

    def save(self, *args: Any, **more: Any) -> None:
        if self.workshop_id is None:
            self.workshop_id = self.unit.workshop_id
        super().save(*args, **more)


class ShownWithStep(Recorded):
    """What is shown with a step, or with one of its pieces: saving it changes the step."""

    class Meta:
        abstract = True

    def shown_with(self) -> set[UUID | None]:
        """The steps it is shown with."""
        return {self.piece.step_id}  # type: ignore[attr-defined]

    def save(self, *args: Any, **more: Any) -> None:
        super().save(*args, **more)
        Step.touch(self.shown_with())


class Step(Recorded):
    """One thing done in the strip. `number` is its place in the row; none while undone.

    `changed_at` is when anything shown of it last changed: what is kept of it elsewhere is good till then.
    """

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="steps")
    number = models.PositiveSmallIntegerField(null=True)
    line = models.CharField(max_length=400)
    changed_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["number"]
        indexes = [models.Index(fields=["visit", "changed_at"], name="step_changed")]
        constraints = [models.UniqueConstraint(fields=["visit", "number"], name="step_number_once")]

    def save(self, *args: Any, **more: Any) -> None:
        if not self._state.adding:
            self.changed_at = timezone.now()
            if more.get("update_fields") is not None:
                more["update_fields"] = {*more["update_fields"], "changed_at"}
        super().save(*args, **more)

    @staticmethod
    def touch(steps: Iterable[UUID | None]) -> None:
        """Something that is shown of these steps changed. To be called where it is not saved by itself."""
        Step.objects.filter(id__in={step for step in steps if step}).update(changed_at=timezone.now())

    @property
    def live_pieces(self) -> list[Piece]:
        """Its pieces that stand, the one said first first. Filters in memory: they are prefetched."""
        return [piece for piece in self.pieces.all() if not piece.taken_back]

    @property
    def piece(self) -> Piece:
        """The piece said first: it is never taken back but with its step."""
        return self.live_pieces[0]


class Piece(ShownWithStep):
    """What a step took off: one piece, or a group alike; `at` is its place among those of the step.

    `entry` keeps what the line was understood to say when it was recorded, so
    that a later grammar does not change the past. One that a corrected line no
    longer speaks of is taken back, with all that was found of it.
    """

    step = models.ForeignKey(Step, on_delete=models.PROTECT, related_name="pieces")
    at = models.PositiveSmallIntegerField(default=0)
    taken_back = models.BooleanField(default=False)
    entry = StoredField(shape=ENTRY)
    verdict = models.CharField(max_length=10, blank=True)
    finding = models.CharField(max_length=300, blank=True)
    # What was seen, by kind: {"what": "chipped", "teeth": [3, 4], "face": "front"}; play at a radius.
    findings = StoredField(default=list, shape=FINDINGS)
    # What goes in instead, said as in the strip; empty for the same again.
    instead = models.CharField(max_length=400, blank=True)
    # The gear it is replaced with, where both go together.
    mate = models.ForeignKey("self", on_delete=models.PROTECT, related_name="+", null=True)
    # What its new one came with: the name of an order.
    came_with = models.CharField(max_length=12, blank=True)

    def shown_with(self) -> set[UUID | None]:
        """Its own step, and that of the gear it goes with, where its name stands."""
        return {self.step_id, *Piece.objects.filter(mate=self).values_list("step_id", flat=True)}

    class Meta:
        ordering = ["at"]
        constraints = [models.UniqueConstraint(fields=["step", "at"], name="piece_of_step_once")]


class GearReading(ShownWithStep):
    """A gear reading kept with its piece: what was measured, and what was concluded."""

    piece = models.ForeignKey(Piece, on_delete=models.PROTECT, related_name="pins")
    rim = models.PositiveSmallIntegerField(default=0)
    request = StoredField(shape=READING, db_column="given")
    chosen = StoredField(shape=CONCLUSION)
    superseded = models.BooleanField(default=False)
    taken_back = models.BooleanField(default=False)
    # Its place among the readings of the piece: clocks are set back, orders are not.
    order = models.PositiveIntegerField(default=0)

    class Meta:
        db_table = "visits_pin"


class KeptCalculation(ShownWithStep):
    """A sum done for a piece and kept with it: shims, springs, a press fit. The rebuild says it there."""

    piece = models.ForeignKey(Piece, on_delete=models.PROTECT, related_name="worked")
    request = StoredField(shape=CALCULATION, db_column="given")
    says = models.CharField(max_length=300)
    mind = models.CharField(max_length=200, blank=True)
    taken_back = models.BooleanField(default=False)

    class Meta:
        db_table = "visits_worked"
        ordering = ["recorded_at"]


class Photo(ShownWithStep):
    """A picture of a step or of the unit, re-encoded and without its place."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="photos")
    step = models.ForeignKey(Step, on_delete=models.PROTECT, related_name="photos", null=True)
    image = models.FileField(upload_to="photos/%Y/%m")
    small = models.FileField(upload_to="photos/%Y/%m")
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    # Numbered pins and arrows in shares of width and height, each with the piece it belongs to.
    marks = StoredField(default=list, shape=MARKS)

    def shown_with(self) -> set[UUID | None]:
        return {self.step_id}

    class Meta:
        ordering = ["recorded_at"]


class Trial(Recorded):
    """A check made to find what is wrong, its answer and the figure read. The last answer stands."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="trials")
    check_key = models.CharField(max_length=40)
    answer = models.CharField(max_length=40)
    figure = models.CharField(max_length=120, blank=True)
    taken_back = models.BooleanField(default=False)
    # Its place among those made: the last answered is the last of them.
    order = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ["order"]
        constraints = [models.UniqueConstraint(fields=["visit", "check_key"], name="trial_of_visit_once")]


class ProofResult(Recorded):
    """A check of the proof as it went: met, failed or waived, its figure, and why. The last one stands.

    What was asked is kept as it read then: bands in the data may change.
    """

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="proof_results")
    check_key = models.CharField(max_length=40)
    outcome = models.CharField(max_length=10)
    value = models.FloatField(null=True)
    unit = models.CharField(max_length=20, blank=True)
    note = models.CharField(max_length=400, blank=True)
    name = models.CharField(max_length=300)
    band = models.CharField(max_length=300)
    taken_back = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at", "id"]


OF_A_CHECK = "check:"
"""Begins the key of a reminder that a check of the proof made."""


class Reminder(Recorded):
    """What is to be looked at again once a unit is in use, made when it was filed: by a day or by its use."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="reminders")
    key = models.CharField(max_length=120)
    says = models.CharField(max_length=300)
    on = models.DateField(null=True)
    after = models.DecimalField(max_digits=6, decimal_places=1, null=True)
    by = models.CharField(max_length=20, blank=True)
    done = models.BooleanField(default=False)

    @property
    def of_a_check(self) -> bool:
        """Whether a check of the proof made it."""
        return self.key.startswith(OF_A_CHECK)

    class Meta:
        ordering = ["recorded_at", "key"]
        constraints = [models.UniqueConstraint(fields=["visit", "key"], name="reminder_of_visit_once")]


class Sound(Recorded):
    """A recording of the unit as it turned, re-encoded, and how it was turned."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="sounds")
    wav = models.FileField(upload_to="sounds/%Y/%m")
    seconds = models.FloatField()
    # Turned by hand so many turns of a shaft, or run by itself at a speed; neither where that is not known.
    turns = models.FloatField(null=True)
    rpm = models.FloatField(null=True)
    shaft = models.CharField(max_length=20, blank=True)
    train = models.CharField(max_length=2000, blank=True)
    repaired = models.BooleanField(default=False)
    # Battery, load, where it lay: recordings are compared only where these are the same.
    turned_so = models.CharField(max_length=200, blank=True)
    taken_back = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at"]


class SourceOffer(Recorded):
    """What can be had for a visit, as it was jotted down: an offer, or a donor."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="offers")
    line = models.CharField(max_length=400)
    taken_back = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at"]


class OwnerAnswer(Recorded):
    """What the owner said to an estimate: who, when, how, and up to how much. The last one stands."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="owner_answers")
    yes = models.BooleanField()
    least = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    most = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    # Beyond it the owner is asked again; none where it may cost what it costs.
    limit = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    who = models.CharField(max_length=80)
    how = models.CharField(max_length=80, blank=True)
    taken_back = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at"]


class BillExtra(Recorded):
    """Something charged that was not ordered: grease, a washer from the drawer, as it was jotted down."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="extras")
    line = models.CharField(max_length=400)
    taken_back = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at"]


class CoverMap(models.Model):
    """How the holes of a cover were laid out by hand, and which of its screws goes in which."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="cover_maps")
    name = models.CharField(max_length=120)
    layout = models.CharField(max_length=10)
    holes = StoredField(default=list, shape=HOLES)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["visit", "name"], name="cover_map_once")]


class Join(Recorded):
    """A link that lets devices without a sign-in shoot photos into a visit for a while."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="joins")
    expires_at = models.DateTimeField()
    revoked = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at"]


class ReportLink(Recorded):
    """A link by which an owner reads the report of a visit, for a while."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="report_links")
    expires_at = models.DateTimeField()
    revoked = models.BooleanField(default=False)

    class Meta:
        ordering = ["recorded_at"]


class JoinedDevice(models.Model):
    """A device that used the link: shown to whoever gave it out."""

    join = models.ForeignKey(Join, on_delete=models.PROTECT, related_name="devices")
    key = models.CharField(max_length=40)
    called = models.CharField(max_length=120)
    address = models.CharField(max_length=45)
    photos = models.PositiveIntegerField(default=0)
    last_seen = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["join", "key"], name="joined_device_once")]


class Tick(ShownWithStep):
    """Pieces counted back in the rebuild, and what became of them."""

    piece = models.ForeignKey(Piece, on_delete=models.PROTECT, related_name="ticks")
    outcome = models.CharField(max_length=10)
    count = models.PositiveSmallIntegerField()
    undone = models.BooleanField(default=False)


class PlanMark(models.Model):
    """What the technician said of a step the rules put into a visit's rebuild."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="plan_marks")
    key = models.CharField(max_length=40)
    struck = models.BooleanField(default=False)
    after = models.CharField(max_length=40, blank=True)
    done = models.BooleanField(default=False)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["visit", "key"], name="plan_mark_once")]


class Timer(Recorded):
    """A cure or a wait that runs on, lid closed or not."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="timers")
    label = models.CharField(max_length=120)
    ends_at = models.DateTimeField()
    stopped = models.BooleanField(default=False)
    tick = models.ForeignKey(
        "Tick",
        on_delete=models.PROTECT,
        null=True,
        related_name="timers",
        help_text="The count it began with",
    )

    class Meta:
        ordering = ["ends_at"]


class Change(models.Model):
    """One line of a visit's history: who did what, and what it was before."""

    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="changes")
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField(auto_now_add=True)
    verb = models.CharField(max_length=30)
    subject = models.UUIDField()
    before = StoredField(null=True, shape=CHANGED)
    after = StoredField(null=True, shape=CHANGED)

    class Meta:
        ordering = ["id"]
