"""The workshop's own network: under which address the bench answers there, and with which certificate."""

from __future__ import annotations

import os
import socket
from collections.abc import Mapping
from dataclasses import dataclass
from ipaddress import ip_address
from pathlib import Path

from .certificate import BenchCertificate, certificate_for
from .paths import stop_with

SHARED_PORT = 8443
ANYWHERE = "0.0.0.0"
TLS = "tls"
"""Folder of the certificate, in the installation's own."""


@dataclass(frozen=True, slots=True)
class SharedAddress:
    """Where the bench answers beside loopback: bound to `bind`, reached as `host`."""

    bind: str
    port: int
    host: str
    names: tuple[str, ...]

    @property
    def address(self) -> str:
        host = f"[{self.host}]" if ":" in self.host else self.host
        return f"https://{host}:{self.port}"


def share_of(settings: Mapping[str, str] = os.environ) -> SharedAddress:
    """What ``DENTADO_BIND`` and ``DENTADO_HOSTS`` ask for, else this machine's address on its network.

    ``DENTADO_BIND`` is an address, a port, or both: ``192.168.1.20``, ``8443``, ``192.168.1.20:8443``.
    """
    bind, port = _bound(settings.get("DENTADO_BIND", ""))
    told = tuple(name.strip() for name in settings.get("DENTADO_HOSTS", "").split(",") if name.strip())
    here = bind if bind != ANYWHERE else own_address()
    if not here and not told:
        stop_with(
            "This machine is on no network, so there is nobody to share with.",
            "Join one, or say its address: DENTADO_BIND=192.168.1.20:8443 ./dentado start --share",
        )
    named = own_name()
    names = dict.fromkeys(name for name in (*told, here, named, "127.0.0.1", "localhost") if name)
    return SharedAddress(bind, port, told[0] if told else here, tuple(names))


def _bound(said: str) -> tuple[str, int]:
    host, _, port = said.rpartition(":") if ":" in said or said.isdigit() else (said, "", "")
    try:
        bind = str(ip_address(host.strip("[]"))) if host else ANYWHERE
        return bind, int(port) if port else SHARED_PORT
    except ValueError:
        stop_with(
            f"DENTADO_BIND={said} is no address to answer on.", "As 192.168.1.20, 8443 or 192.168.1.20:8443."
        )


def own_address() -> str:
    """This machine's address on its network; empty where it is on none. Nothing is sent to find it."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            # A datagram socket that is connected only picks the way out.
            probe.connect(("192.0.2.1", 9))
            found: str = probe.getsockname()[0]
        except OSError:
            return ""
    return "" if ip_address(found).is_loopback else found


def own_name() -> str:
    """What this machine is called on its network, where it says so in one plain word."""
    name = socket.gethostname().split(".")[0].lower()
    return f"{name}.local" if name.replace("-", "").isalnum() and name != "localhost" else ""


def certificate_of(share: SharedAddress, folder: Path) -> BenchCertificate:
    """The certificate under which it answers, kept in the installation's folder."""
    return certificate_for(folder / TLS, share.names)


def shared_environment(env: Mapping[str, str], share: SharedAddress) -> dict[str, str]:
    """What the server that answers there is told besides."""
    return {
        **env,
        "DENTADO_HTTPS": "own",
        "DENTADO_HOSTS": ",".join(share.names),
        "DENTADO_PROXIES": "0",
    }
