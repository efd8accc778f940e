"""Who works here, by what they come in, and from where."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.contrib.auth.models import AbstractUser, UserManager
from django.db import models

from .stored import Shape, StoredField

FACT = Shape("fact.value")

SAMPLE = "sample"
"""Key of the sample workshop; a workshop of one's own has none."""

OWNER, WORKER, READER = "owner", "member", "reader"
ROLES = {OWNER: "owner", WORKER: "member", READER: "reader: sees all, changes nothing"}


class Workshop(models.Model):
    """A bench, or several under one roof, whose members share all visits."""

    name = models.CharField(max_length=80)
    key = models.CharField(max_length=20, unique=True, null=True)

    def __str__(self) -> str:
        return self.name

    @property
    def sample(self) -> bool:
        """Whether this is the sample that Dentado brings along."""
        return self.key == SAMPLE


class Members(UserManager["Member"]):
    """Members with their workshop: whoever asks of the one asks of the other."""

    use_in_migrations = False

    def get_queryset(self) -> models.QuerySet[Member]:
        return super().get_queryset().select_related("workshop")


class Member(AbstractUser):
    """Someone who signs in and works at the benches of one workshop."""

    objects = Members()

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="members")
    role = models.CharField(max_length=10, default=WORKER)

    @property
    def called(self) -> str:
        """What the others call them."""
        return self.first_name or self.username


class Code(models.Model):
    """A one-time code: lets someone in as a new member, or lets a member set a new password.

    Only its hash is kept; who made it saw the code once.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="codes")
    digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=10)
    called = models.CharField(max_length=60, blank=True)
    member = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="resets", null=True
    )
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)
    taken_back = models.BooleanField(default=False)


class SeenSession(models.Model):
    """A sign-in that is still open: on what, from where, and when it was last used."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sessions")
    session_key = models.CharField(max_length=40, unique=True)
    device = models.CharField(max_length=120)
    address = models.CharField(max_length=45)
    since = models.DateTimeField(auto_now_add=True)
    last_seen = models.DateTimeField()


class ApiToken(models.Model):
    """What a program of a member's asks the API by. Only its hash is kept; whoever made it saw it once."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="tokens")
    called = models.CharField(max_length=60)
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)
    used_at = models.DateTimeField(null=True)


class KnownDevice(models.Model):
    """A device a member has signed in on. It may still try while others' wrong tries keep the name shut."""

    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="devices")
    digest = models.CharField(max_length=64, unique=True)
    failures = models.PositiveSmallIntegerField(default=0)
    last_seen = models.DateTimeField(auto_now=True)


class SecondFactor(models.Model):
    """What a member shows besides the password: a code of six digits that changes (RFC 6238), or a spare one.

    `last_step` is the half minute of the code used last: none is taken twice. `spares` are hashes in a row.
    """

    member = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="second_factor", primary_key=True
    )
    secret = models.CharField(max_length=64)
    on = models.BooleanField(default=False)
    last_step = models.BigIntegerField(default=0)
    spares = models.TextField(blank=True)
    failures = models.PositiveSmallIntegerField(default=0)
    rests_until = models.DateTimeField(null=True)


class Fact(models.Model):
    """Something to remember of the installation as a whole, by key."""

    key = models.CharField(max_length=40, primary_key=True)
    value = StoredField(shape=FACT)
