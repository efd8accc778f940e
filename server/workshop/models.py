"""Who works here."""

from django.contrib.auth.models import AbstractUser
from django.db import models


class Workshop(models.Model):
    """A bench, or several under one roof, whose members share all visits."""

    name = models.CharField(max_length=80)

    def __str__(self) -> str:
        return self.name


class Member(AbstractUser):
    """Someone who signs in and works at the benches of one workshop."""

    workshop = models.ForeignKey(Workshop, on_delete=models.PROTECT, related_name="members", null=True)

    @property
    def called(self) -> str:
        """What the others call them."""
        return self.first_name or self.username
