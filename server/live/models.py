"""Who looks at a visit now."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from visits.models import Visit


class Presence(models.Model):
    """One open page of a visit: whose it is, at which stage, and when it was last there."""

    id = models.UUIDField(primary_key=True, editable=False, help_text="The page's own")
    stream = models.UUIDField(
        db_index=True, help_text="What it listens to now; it asks anew as its stage changes"
    )
    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="+")
    member = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.CharField(max_length=12, blank=True, help_text="Stage on the screen")
    seen_at = models.DateTimeField(db_index=True)
