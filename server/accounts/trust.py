"""How a phone comes to trust this bench: a page and the certificate, for whoever asks on the network."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from workshop.trust import authority, fingerprint

from .page_look import page_look

A_LINE = 8
"""Bytes of a fingerprint that stand on one line of a phone."""


@require_safe
def trust(request: HttpRequest) -> HttpResponse:
    """The page; it says so where the bench has no certificate of its own."""
    shown = fingerprint().split(":")
    lines = [":".join(shown[at : at + A_LINE]) for at in range(0, len(shown), A_LINE)] if shown[0] else []
    return render(request, "accounts/trust.html", {"lines": lines, **page_look()})


@require_safe
def trust_certificate(request: HttpRequest) -> HttpResponse:
    """The certificate to install. It is public: the key that signs under it never leaves."""
    if not authority():
        raise Http404
    answer = HttpResponse(authority(), content_type="application/x-x509-ca-cert")
    answer["Content-Disposition"] = 'attachment; filename="bench.crt"'
    answer["Cache-Control"] = "no-store"
    return answer
