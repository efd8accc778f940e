"""Practice: hidden gears handed out, and how well they were read."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from workshop.stored import Shape, StoredField

READINGS = Shape("round.readings")
RESULT = Shape("round.result")


class Round(models.Model):
    """One hidden gear in a member's hands: what was read, what it was called, and what that scores."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    gear = models.CharField(max_length=40)
    readings = StoredField(default=list, shape=READINGS)
    named_teeth = models.PositiveSmallIntegerField(null=True)
    named_size = models.CharField(max_length=30, blank=True)
    result = StoredField(null=True, shape=RESULT)
    score = models.PositiveSmallIntegerField(null=True)
    started_at = models.DateTimeField(auto_now_add=True)
    named_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-started_at"]
        indexes = [models.Index(fields=["member", "started_at"], name="round_by_member")]


class SoundRound(models.Model):
    """A recording of a hidden unit: which of its wheels is hurt, and which was said to be."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    unit = models.CharField(max_length=40)
    named = models.CharField(max_length=80, blank=True)
    right = models.BooleanField(null=True)
    started_at = models.DateTimeField(auto_now_add=True)
    named_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-started_at"]
        indexes = [models.Index(fields=["member", "started_at"], name="sound_round_by_member")]


class PhotoRound(models.Model):
    """A picture of a hidden gear: how many teeth it was said to have."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    gear = models.CharField(max_length=40)
    named = models.PositiveSmallIntegerField(null=True)
    right = models.BooleanField(null=True)
    started_at = models.DateTimeField(auto_now_add=True)
    named_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-started_at"]
        indexes = [models.Index(fields=["member", "started_at"], name="photo_round_by_member")]
