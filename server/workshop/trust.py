"""The bench's own certificate, as a phone of the workshop is to trust it."""

from __future__ import annotations

import hashlib
import ssl
from functools import cache

from django.conf import settings


@cache
def authority() -> bytes:
    """The certificate to be trusted, DER; empty where the bench has none of its own."""
    path = settings.AUTHORITY
    if path is None or not path.exists():
        return b""
    return ssl.PEM_cert_to_DER_cert(path.read_text())


def fingerprint() -> str:
    """Of it, SHA-256, as a phone shows it before it is trusted."""
    return ":".join(f"{byte:02X}" for byte in hashlib.sha256(authority()).digest()) if authority() else ""
