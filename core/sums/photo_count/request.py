"""What the ``photo-count`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model

LARGEST_MB = 25
Encoded = Annotated[str, Field(max_length=LARGEST_MB * 1024 * 1024 * 4 // 3 + 8)]


class PhotoCountIn(Model):
    """A photo of one gear, and what in it has a known size."""

    image: Encoded = Field(description="A JPEG or PNG, base64")
    card: bool | Annotated[float, Field(gt=0.2, le=200)] = Field(
        default=False, description="Whether a bank card lies beside it; or its bore, mm"
    )
