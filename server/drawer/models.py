"""The drawer: gears and other pieces in stock and in donors, and parts checked as they arrive."""

from __future__ import annotations

import uuid
from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Value
from django.db.models.functions import Coalesce, Concat

from workshop.models import Workshop
from workshop.stored import Shape, StoredField

PART = Shape("arrival.part")
NO_TEETH = 65_535
IN_ORDER = ("by_teeth", "module_mm", "what", "id")
"""How the drawer is gone through: by teeth, then by size."""


@models.TextField.register_lookup
class Speaks(models.Lookup):
    """Of a text with a FULLTEXT index: whether it meets words as ``MATCH … IN BOOLEAN MODE`` takes them."""

    lookup_name = "speaks"

    def as_sql(self, compiler: Any, connection: Any) -> tuple[str, list[Any]]:
        text, of_text = self.process_lhs(compiler, connection)
        words, of_words = self.process_rhs(compiler, connection)
        return f"MATCH({text}) AGAINST ({words} IN BOOLEAN MODE)", [*of_text, *of_words]


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
    # All that is said of it in words, a line each: one look finds a word wherever it stands.
    said = models.GeneratedField(
        expression=Concat(
            "what", Value("\n"), "boss", Value("\n"), "material", Value("\n"), "place",
            Value("\n"), "source", Value("\n"), "part_number", output_field=models.TextField(),
        ),
        output_field=models.TextField(),
        db_persist=True,
    )  # fmt: skip
    # What has no teeth lies after what has: an index keeps the order in which they are shown.
    by_teeth = models.GeneratedField(
        expression=Coalesce("teeth", Value(NO_TEETH)),
        output_field=models.PositiveSmallIntegerField(),
        db_persist=True,
    )
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        db_table = "drawer_kept"
        indexes = [
            models.Index(fields=["workshop", "gone", *IN_ORDER], name="kept_in_order"),
            models.Index(fields=["workshop", "gone", "module_mm"], name="kept_by_size"),
            models.Index(fields=["workshop", "gone", "bore_mm"], name="kept_by_bore"),
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
