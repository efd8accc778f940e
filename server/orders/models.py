"""What was ordered, from whom, for what, and all that became of it."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from suppliers.models import CatalogueItem, Supplier
from workshop.models import Workshop
from workshop.stored import Shape, StoredField

FOR_PIECES = Shape("order.pieces")
ORDERED = Shape("order.contains")
TICKED = Shape("order.ticked")


class PurchaseOrder(models.Model):
    """One order from one supplier: a basket until it is sent. Never deleted."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="+")
    supplier = models.ForeignKey(Supplier, on_delete=models.PROTECT, related_name="orders")
    # Counted in the workshop from 1: it is called A1, A2, …
    number = models.PositiveIntegerField()
    sent_on = models.DateField(null=True)
    expected_on = models.DateField(null=True)
    chased_on = models.DateField(null=True)
    # What the supplier calls it.
    reference = models.CharField(max_length=60, blank=True)
    postage = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["workshop", "number"], name="order_numbered_once")]
        indexes = [models.Index(fields=["workshop", "supplier", "sent_on"], name="order_basket")]

    @property
    def name(self) -> str:
        return f"A{self.number}"


class OrderLine(models.Model):
    """One thing ordered: for pieces of a visit, or for the drawer.

    `settled` once nothing of it is owed any more: what is awaited is found by it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    order = models.ForeignKey(PurchaseOrder, on_delete=models.PROTECT, related_name="lines")
    item = models.ForeignKey(CatalogueItem, on_delete=models.PROTECT, related_name="+", null=True)
    what = models.CharField(max_length=200)
    count = models.PositiveSmallIntegerField(default=1)
    price = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    contains = StoredField(default=list, shape=ORDERED)
    visit = models.UUIDField(null=True)
    pieces = StoredField(default=list, shape=FOR_PIECES)
    came = models.PositiveSmallIntegerField(default=0)
    back = models.PositiveSmallIntegerField(default=0)
    cancelled = models.PositiveSmallIntegerField(default=0)
    credited = models.DecimalField(max_digits=9, decimal_places=2, default=0)
    taken_back = models.BooleanField(default=False)
    settled = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["recorded_at", "id"]
        indexes = [models.Index(fields=["visit", "taken_back", "settled"], name="line_of_visit")]


class OrderEvent(models.Model):
    """Something that became of an order or a line: sent, chased, came, back, cancelled, credited, put off."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    order = models.ForeignKey(PurchaseOrder, on_delete=models.PROTECT, related_name="events")
    line = models.ForeignKey(OrderLine, on_delete=models.PROTECT, related_name="events", null=True)
    kind = models.CharField(max_length=12)
    count = models.PositiveSmallIntegerField(default=0)
    amount = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    note = models.CharField(max_length=600, blank=True)
    # The pieces of a set that were there, as they were ticked.
    ticked = StoredField(default=list, shape=TICKED)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["recorded_at", "id"]
