"""Who sells parts to a bench, and what they have."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from workshop.models import Workshop
from workshop.stored import Shape, StoredField

CONTAINS = Shape("catalogue.contains")


class Supplier(models.Model):
    """Someone parts come from. Never deleted: `gone` where nothing is bought there any more."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    name = models.CharField(max_length=80)
    # Paid once an order, nothing from a sum on.
    postage = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    free_from = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    usual_days = models.PositiveSmallIntegerField(null=True)
    note = models.CharField(max_length=200, blank=True)
    # Whether it is the one that answers over the line: asked and ordered from without a list.
    on_line = models.BooleanField(default=False)
    gone = models.BooleanField(default=False)
    listed_at = models.DateTimeField(null=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["name"]
        constraints = [models.UniqueConstraint(fields=["workshop", "name"], name="supplier_named_once")]

    def __str__(self) -> str:
        return self.name


class CatalogueItem(models.Model):
    """One thing a supplier has, as their list or their answer says. `listed` while they have it."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    supplier = models.ForeignKey(Supplier, on_delete=models.PROTECT, related_name="items")
    # The supplier's workshop, beside it: searches go by it.
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    number = models.CharField(max_length=60)
    what = models.CharField(max_length=200)
    price = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    days = models.PositiveSmallIntegerField(null=True)
    stock = models.PositiveIntegerField(null=True)
    teeth = models.PositiveSmallIntegerField(null=True)
    module_mm = models.DecimalField(max_digits=8, decimal_places=4, null=True)
    contains = StoredField(default=list, shape=CONTAINS)
    # All its words, for finding it: number, what it is, what it contains.
    found_by = models.CharField(max_length=600)
    listed = models.BooleanField(default=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["supplier", "number"], name="item_numbered_once")]
        indexes = [models.Index(fields=["workshop", "listed", "teeth", "module_mm"], name="item_by_tooth")]

    def __str__(self) -> str:
        return self.what
