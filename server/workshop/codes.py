"""Addresses as codes a phone reads, in the bench's own ink on its paper."""

from __future__ import annotations

import segno


def code_of(address: str, scale: int = 6) -> str:
    """A QR code (ISO/IEC 18004, level M) as a data URI of an SVG."""
    made: str = segno.make(address, error="m").svg_data_uri(
        scale=scale, border=2, dark="#1e2930", light="#fbf8f1"
    )
    return made
