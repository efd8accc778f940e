"""What holds whatever is done with the workshop's tables, by a request or by a command."""

from __future__ import annotations

from django.apps import AppConfig
from django.db.models.signals import post_delete, post_save


class WorkshopApp(AppConfig):
    """Members, sign-ins, and who may what."""

    name = "workshop"

    def ready(self) -> None:
        """Workers are told when who is signed in, or what they may, has changed."""
        from django.contrib.sessions.models import Session

        from .known_sign_ins import forget_sign_ins
        from .models import Member, Workshop

        for model in (Session, Member, Workshop):
            for signal in (post_save, post_delete):
                signal.connect(forget_sign_ins, sender=model, dispatch_uid=f"known {model.__name__}")
