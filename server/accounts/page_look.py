"""How pages outside the front end look like it: its styles, its script for later, the drawing."""

from __future__ import annotations

import re
from functools import cache
from typing import Any

from django.conf import settings

from .train import train_drawing


@cache
def built_page() -> str:
    """The front end's one page, as it was built."""
    return (settings.DIST / "index.html").read_text(encoding="utf-8")


@cache
def page_look() -> dict[str, Any]:
    """What the door takes from the built front end: its styles and fonts now, its script for later."""
    built = built_page()
    return {
        "sheets": re.findall(r'<link rel="stylesheet"[^>]* href="([^"]+)"', built),
        "fonts": re.findall(r'<link rel="preload" href="([^"]+)" as="font"', built),
        "scripts": re.findall(r'<script type="module"[^>]* src="([^"]+)"', built),
        "drawing": train_drawing(),
    }
