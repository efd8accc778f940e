"""Who is at the other end: its address behind a proxy, whether it is this machine, what it calls itself."""

from __future__ import annotations

from collections.abc import Callable
from ipaddress import ip_address

from django.conf import settings
from django.http import HttpRequest, HttpResponse

SYSTEMS = (
    ("iPhone", "iPhone"), ("iPad", "iPad"), ("Android", "Android"), ("Windows", "Windows"),
    ("Mac OS", "Mac"), ("CrOS", "Chromebook"), ("Linux", "Linux"),
)  # fmt: skip
BROWSERS = (("Edg/", "Edge"), ("Firefox/", "Firefox"), ("Chrom", "Chromium"), ("Safari/", "Safari"))


class ClientAddress:
    """Puts the caller's own address in place of the proxy's, where a proxy is said to stand in front.

    Only the entries that our own proxies added are believed: the rest of the
    header is what the caller wrote.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        addresses = [
            part.strip() for part in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",") if part.strip()
        ]
        if settings.PROXIES and len(addresses) >= settings.PROXIES:
            request.META["REMOTE_ADDR"] = (
                _address(addresses[-settings.PROXIES]) or request.META["REMOTE_ADDR"]
            )
        return self.get_response(request)


def _address(text: str) -> str:
    """The address alone, of ``192.0.2.7``, ``192.0.2.7:5021``, ``2001:db8::7`` or ``[2001:db8::7]:443``."""
    for plain in (text, text.rpartition(":")[0], text.partition("]")[0].removeprefix("[")):
        try:
            return str(ip_address(plain))
        except ValueError:
            continue
    return ""


def from_here(request: HttpRequest) -> bool:
    """Whether the request comes from this very machine, and not through a proxy on it."""
    try:
        loopback = ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False
    return loopback and (bool(settings.PROXIES) or "HTTP_X_FORWARDED_FOR" not in request.META)


def address_for_others(request: HttpRequest, path: str) -> str:
    """The address of a path as another device opens it: on the workshop's network, where it is shared."""
    return f"{settings.SHARED}{path}" if settings.SHARED else request.build_absolute_uri(path)


def reaches_others(request: HttpRequest) -> bool:
    """Whether another device can open the addresses that are given out."""
    host = request.get_host().rpartition(":")[0] or request.get_host()
    return bool(settings.SHARED) or host.strip("[]") not in ("127.0.0.1", "localhost", "::1")


NOT_SHARED = (
    "No other device can open this: the bench is served on this machine alone. "
    "Start it with ./dentado start --share, and the workshop's network reaches it."
)


def device_name(request: HttpRequest) -> str:
    """What a person would call the device: ``Android, Firefox``."""
    agent = request.headers.get("User-Agent", "")
    words = [next((name for mark, name in table if mark in agent), "") for table in (SYSTEMS, BROWSERS)]
    return ", ".join(word for word in words if word) or "a device"
