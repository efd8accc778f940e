"""The drawer: gears and other pieces in stock and in donors, and parts checked as they arrive."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from workshop.models import Workshop
from workshop.stored import Shape, StoredField

PART = Shape("arrival.part")


class StockItem(models.Model):
    """A piece that lies in a drawer or still sits in a donor. Never deleted: `gone` when used up.

    A gear has its tooth; what has none has `what` it is and its `kind` of piece.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    kind = models.CharField(max_length=20, default="gear")
    what = models.CharField(max_length=200, blank=True)
    teeth = models.PositiveSmallIntegerField(null=True)
    module_mm = models.DecimalField(max_digits=8, decimal_places=4, null=True)
    pressure_angle_deg = models.DecimalField(max_digits=4, decimal_places=1, default=20)
    bore_mm = models.DecimalField(max_digits=8, decimal_places=4, null=True)
    bore_shape = models.CharField(max_length=20, blank=True)
    width_mm = models.DecimalField(max_digits=8, decimal_places=4, null=True)
    boss = models.CharField(max_length=60, blank=True)
    material = models.CharField(max_length=60, blank=True)
    place = models.CharField(max_length=60, blank=True)
    count = models.PositiveSmallIntegerField(default=1)
    price = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    source = models.CharField(max_length=120, blank=True)
    part_number = models.CharField(max_length=60, blank=True)
    # How many there should always be: below it, it is on the list of what is low.
    least = models.PositiveSmallIntegerField(null=True)
    # The visit of the unit it was salvaged from; the drawer knows nothing more of it.
    donor = models.UUIDField(null=True, db_index=True)
    gone = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        db_table = "drawer_kept"
        indexes = [
            models.Index(fields=["workshop", "gone", "teeth", "module_mm"], name="kept_by_tooth"),
            models.Index(fields=["workshop", "gone", "module_mm"], name="kept_by_size"),
        ]

    def __str__(self) -> str:
        return f"{self.teeth} × {self.module_mm:g}" if self.teeth and self.module_mm else self.what


class Movement(models.Model):
    """Pieces put in or taken out: said as how many, so that two who take one each have taken two."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    kept = models.ForeignKey(StockItem, on_delete=models.PROTECT, related_name="movements")
    by = models.SmallIntegerField()
    left = models.PositiveSmallIntegerField()
    # What it was taken for, or where it came from, by the ids of the visits.
    visit = models.UUIDField(null=True)
    piece = models.UUIDField(null=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField(auto_now_add=True)


class Arrival(models.Model):
    """A part that came, measured against what was ordered: taken in or refused, and why."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    wanted = StoredField(shape=PART)
    measured = StoredField(shape=PART)
    verdict = models.CharField(max_length=10)
    accepted = models.BooleanField()
    reason = models.CharField(max_length=300, blank=True)
    kept = models.ForeignKey(StockItem, on_delete=models.PROTECT, related_name="arrivals", null=True)
    # What it was ordered for, by the ids of the visits; the drawer knows nothing more of them.
    visit = models.UUIDField(null=True, db_index=True)
    piece = models.UUIDField(null=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-recorded_at"]
        indexes = [models.Index(fields=["workshop", "recorded_at"], name="arrival_by_day")]
