"""Recordings of a unit as it turns: checked, re-encoded, kept with the visit."""

from __future__ import annotations

import threading
from typing import Any
from uuid import UUID

from django.conf import settings
from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.core.files.uploadedfile import UploadedFile

from gearing.errors import GearingError
from gearing.sound import Recording, at_rate, read_wav, write_wav
from gearing.workshop.stages import STAGES
from workshop.models import Member
from workshop.transactions import write

from ..models import Sound, Visit
from .base import own_visit, remember, settle, taken

KEPT_RATE = 24_000
"""Hz: clicks of small cases ring below 8 kHz, and the octave at 8 kHz is still told."""

AFTER_REPAIR = list(STAGES).index("build")
_decoding = threading.Lock()
"""One recording at a time in a process: two minutes of many channels unpack to 200 MB."""


def add_sound(
    member: Member, visit_id: UUID, sound_id: UUID, upload: UploadedFile, turned: dict[str, Any]
) -> Sound:
    """Keep a recording with the visit; the same id again changes nothing.

    Raises
    ------
    GearingError
        If it is no recording, silent, too long or too large.
    """
    visit = own_visit(member, visit_id)
    known = _known(visit_id, sound_id)
    if known:
        return known
    recording = _recorded(upload)
    name = default_storage.save(f"sounds/{sound_id}.wav", ContentFile(write_wav(recording)))
    try:
        sound = _record(member, visit.id, sound_id, name, recording.seconds, turned)
    except BaseException:
        # A file the record does not speak of is nobody's.
        default_storage.delete(name)
        raise
    if sound.wav.name != name:
        default_storage.delete(name)
    return sound


def _recorded(upload: UploadedFile) -> Recording:
    if (upload.size or 0) > settings.SOUND_MOST_BYTES:
        raise GearingError(
            f"The file is larger than {settings.SOUND_MOST_BYTES >> 20} MB.",
            code="sound_too_long",
            field="file",
            hint="Cut it to the part where it is turned; half a minute tells most.",
        )
    with _decoding:
        try:
            return at_rate(read_wav(upload.read()), KEPT_RATE)
        except GearingError as error:
            error.field = "file"
            raise


def is_repaired(visit: Visit) -> bool:
    """Whether what is recorded now is after the repair, by how far the visit has come."""
    return list(STAGES).index(visit.stage) >= AFTER_REPAIR


@write
def _record(
    member: Member, visit_id: UUID, sound_id: UUID, name: str, seconds: float, turned: dict[str, Any]
) -> Sound:
    visit = own_visit(member, visit_id, lock=True)
    # Sent twice at once, the first to get the lock made it.
    known = _known(visit_id, sound_id)
    if known:
        return known
    sound = Sound(id=sound_id, visit=visit, recorded_by=member, seconds=seconds, **turned)
    sound.wav.name = name
    sound.repaired = is_repaired(visit)
    sound.save(force_insert=True)
    remember(visit, member, "sound", sound_id, after={"sound": f"{seconds:.0f} s"})
    return sound


def _known(visit_id: UUID, sound_id: UUID) -> Sound | None:
    known: Sound | None = Sound.objects.filter(id=sound_id).first()
    if known and known.visit_id != visit_id:
        raise taken("recording")
    return known


@write
def say_turned(
    member: Member, visit_id: UUID, sound_id: UUID, turned: dict[str, Any], based_on: dict[str, Any] | None
) -> Sound:
    """Put right how it was turned.

    Raises
    ------
    RefusedError
        If others said otherwise since the state that this was `based_on`.
    """
    visit = own_visit(member, visit_id, lock=True)
    sound: Sound = Sound.objects.filter(visit=visit).get_or_404(id=sound_id)
    before = {name: getattr(sound, name) for name in turned}
    fields = settle(visit, sound_id, based_on, turned, before)
    if fields != before:
        for name, value in fields.items():
            setattr(sound, name, value)
        sound.save(update_fields=[*fields])
        remember(visit, member, "sound turned", sound_id, before=before, after=fields)
    return sound


@write
def drop_sound(member: Member, visit_id: UUID, sound_id: UUID, taken_back: bool) -> Sound:
    """Take a recording back, or put it on the table again."""
    visit = own_visit(member, visit_id, lock=True)
    sound: Sound = Sound.objects.filter(visit=visit).get_or_404(id=sound_id)
    if sound.taken_back != taken_back:
        sound.taken_back = taken_back
        sound.save(update_fields=["taken_back"])
        remember(
            visit, member, "sound", sound_id,
            before={"taken_back": not taken_back}, after={"taken_back": taken_back},
        )  # fmt: skip
    return sound
