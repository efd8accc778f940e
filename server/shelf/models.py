"""The shelf of a workshop: what it adds to the generic one, and the schools it follows."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from workshop.models import Workshop
from workshop.stored import Shape, StoredField

ITEM = Shape("consumable.told")


class Consumable(models.Model):
    """Something on the shelf. One with the key of a generic item stands in its place. Never deleted."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    key = models.CharField(max_length=40)
    item = StoredField(shape=ITEM, db_column="told")
    gone = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        db_table = "shelf_bottle"
        constraints = [models.UniqueConstraint(fields=["workshop", "key"], name="bottle_key_once")]


class LearntName(models.Model):
    """What this workshop calls a kind of piece, learnt from a correction. Never deleted."""

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    name = models.CharField(max_length=80)
    kind = models.CharField(max_length=20)
    gone = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["name"]
        constraints = [models.UniqueConstraint(fields=["workshop", "name"], name="learnt_name_once")]


class LearntHeading(models.Model):
    """What this workshop takes a column's heading for in a kind of table; empty for nothing."""

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    table = models.CharField(max_length=20)
    heading = models.CharField(max_length=80)
    column = models.CharField(max_length=20, blank=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["table", "heading"]
        constraints = [
            models.UniqueConstraint(fields=["workshop", "table", "heading"], name="learnt_heading_once")
        ]


class MeasuredMachine(models.Model):
    """What a machine does to a part in one material, as its coupon showed it. Never deleted."""

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    name = models.CharField(max_length=40)
    grows_mm = models.FloatField()
    shrinks_percent = models.FloatField()
    gone = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["name"]
        constraints = [models.UniqueConstraint(fields=["workshop", "name"], name="measured_machine_once")]


class HouseRule(models.Model):
    """The school a workshop follows on one question."""

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="house_rules")
    question = models.CharField(max_length=20)
    school = models.CharField(max_length=20)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["workshop", "question"], name="rule_once")]


class HouseTerms(models.Model):
    """What a workshop charges, and how it says so. Without one nothing is charged for work."""

    workshop = models.OneToOneField(Workshop, on_delete=models.PROTECT, related_name="terms")
    currency = models.CharField(max_length=8, blank=True)
    rate = models.DecimalField(max_digits=7, decimal_places=2, null=True)
    tax = models.DecimalField(max_digits=4, decimal_places=2, default=0)
    included = models.BooleanField(default=True)
    consumables = models.DecimalField(max_digits=7, decimal_places=2, null=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)
