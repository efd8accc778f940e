"""``./dentado files there|back``: photos and sounds from the disk into the bucket, or from it."""

from __future__ import annotations

import hashlib
from argparse import ArgumentParser
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from itertools import islice
from typing import Any

from django.apps import apps
from django.conf import settings
from django.core.files.storage import Storage
from django.core.management.base import BaseCommand, CommandError
from django.db import models

from config.bucket import InBucket
from config.storage import BucketAddress, OnDisk
from workshop.files import StorageUnreachableError

AT_ONCE = 8
PIECE = 256 * 1024


class Command(BaseCommand):
    help = (
        "Copy every photo and sound of the record where it is not yet; run again, only what is new is copied."
    )

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument(
            "way", choices=("there", "back"), help="into the bucket of DENTADO_FILES_URL, or out of it"
        )
        parser.add_argument(
            "--clear", action="store_true", help="then remove what was copied, where it came from"
        )

    def handle(self, **said: Any) -> None:
        if not settings.FILES_URL:
            raise CommandError("DENTADO_FILES_URL says which bucket; docs/running.md has its form.")
        disk, bucket = OnDisk(), InBucket(BucketAddress.of(settings.FILES_URL))
        source, target = (disk, bucket) if said["way"] == "there" else (bucket, disk)
        counts = {"copied": 0, "there already": 0, "missing": 0, "removed": 0}
        try:
            with ThreadPoolExecutor(AT_ONCE) as pool:
                every = _names()
                while names := list(islice(every, 200)):
                    for did in pool.map(lambda name: _move(name, source, target, said["clear"]), names):
                        for each in did:
                            counts[each] += 1
        except StorageUnreachableError as error:
            raise CommandError(
                f"The bucket does not answer: {error}. What was copied is; run it again."
            ) from None
        self.stdout.write(
            ", ".join(f"{many} {what}" for what, many in counts.items() if many) or "There are no files."
        )
        if counts["missing"]:
            raise CommandError(f"{counts['missing']} are in neither place: restore them from a backup.")


def _names() -> Iterator[str]:
    """Every file that the record speaks of."""
    for model in apps.get_models():
        for field in model._meta.get_fields():
            if isinstance(field, models.FileField):
                yield from (
                    model._default_manager.exclude(**{field.name: ""})
                    .values_list(field.name, flat=True)
                    .iterator()
                )


def _move(name: str, source: Storage, target: Storage, clear: bool) -> list[str]:
    """Copy one unless it is there whole; gone from where it came from only once both are the same."""
    here, there = source.exists(name), target.exists(name)
    if not here:
        return ["there already"] if there else ["missing"]
    did = "there already"
    if not there or source.size(name) != target.size(name):
        with source.open(name) as content:
            target.save(name, content)
        did = "copied"
    if not clear:
        return [did]
    if _digest(source, name) != _digest(target, name):
        # Cut short or another: the one of the source is the one that served.
        with source.open(name) as content:
            target.save(name, content)
        return ["copied"]
    source.delete(name)
    return [did, "removed"]


def _digest(storage: Storage, name: str) -> str:
    digest = hashlib.sha256()
    with storage.open(name) as file:
        while piece := file.read(PIECE):
            digest.update(piece)
    return digest.hexdigest()
