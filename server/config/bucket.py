"""Photos and sounds in an S3-compatible bucket; loaded only where one is set."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from botocore.config import Config
from botocore.exceptions import BotoCoreError, ClientError
from storages.backends.s3 import S3Storage

from workshop.files import StorageUnreachableError

from .storage import BucketAddress

LINK_SECONDS = 120
"""For which a link into the bucket is good: long enough to begin, too short to be passed on."""

CONNECT_SECONDS, READ_SECONDS = 3, 20


@contextmanager
def _reached() -> Iterator[None]:
    try:
        yield
    except (BotoCoreError, ClientError) as error:
        raise StorageUnreachableError(f"{type(error).__name__}: {error}") from error


class InBucket(S3Storage):
    """What is written is there whole or not at all; links are signed and soon over."""

    def __init__(self, address: BucketAddress) -> None:
        super().__init__(
            bucket_name=address.bucket,
            endpoint_url=address.origin,
            region_name=address.region,
            access_key=address.key or None,
            secret_key=address.secret or None,
            # An id is given once: what comes under it again is the same file.
            file_overwrite=True,
            default_acl=None,
            querystring_auth=True,
            querystring_expire=LINK_SECONDS,
            client_config=Config(
                signature_version="s3v4",
                s3={"addressing_style": "path"},
                connect_timeout=CONNECT_SECONDS,
                read_timeout=READ_SECONDS,
                retries={"max_attempts": 2, "mode": "standard"},
            ),
        )

    def _open(self, name: str, mode: str = "rb") -> Any:
        with _reached():
            file = super()._open(name, mode)
            # Fetched now: what fails later would fail in the middle of an answer.
            file.seek(0)
            return file

    def _save(self, name: str, content: Any) -> str:
        with _reached():
            return str(super()._save(name, content))

    def delete(self, name: str) -> None:
        with _reached():
            super().delete(name)

    def exists(self, name: str) -> bool:
        with _reached():
            return bool(super().exists(name))

    def size(self, name: str) -> int:
        with _reached():
            return int(super().size(name))
