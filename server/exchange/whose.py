"""In whose name the command line works."""

from __future__ import annotations

from django.core.management.base import CommandError

from workshop.models import OWNER, Member


def member_named(name: str) -> Member:
    """The member of that sign-in name, or the first owner where there is one workshop.

    Raises
    ------
    CommandError
        If there is none such, or it is not clear whose.
    """
    members = Member.objects.filter(is_active=True)
    if name:
        found = members.filter(username=name).first()
        if found is None:
            raise CommandError(f"No member signs in as “{name}”.")
        return found
    owners = list(members.filter(role=OWNER).order_by("id"))
    own = [owner for owner in owners if not owner.workshop.sample] or owners
    if not own or len({owner.workshop_id for owner in own}) > 1:
        names = ", ".join(owner.username for owner in own[:8])
        raise CommandError(f"Say in whose name: --member NAME ({names or 'nobody is here yet'}).")
    return own[0]
