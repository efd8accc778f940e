"""Small picture files for tests."""

from __future__ import annotations

import io
from typing import Any

from PIL import Image


def picture(form: str = "JPEG", size: tuple[int, int] = (64, 48), **saved: Any) -> bytes:
    """A small picture file."""
    out = io.BytesIO()
    Image.new("RGB", size, (120, 90, 60)).save(out, form, **saved)
    return out.getvalue()
