"""The servers of one installation: on loopback, and on the workshop's network where it is shared."""

from __future__ import annotations

import errno
from collections.abc import Callable, Mapping

from backups.database import Database

from .certificate import BenchCertificate
from .migrations import sample_here
from .paths import PORT, VAR, stop_with
from .running import LOCK
from .share import SharedAddress, certificate_of, shared_environment
from .supervise import Server

TWICE = 2


class Fronts:
    """Both, each on a socket that is held from the beginning.

    Parameters
    ----------
    env : dict of str to str
        What the servers are told; what the share adds to it is added here.
    share : SharedAddress or None
        Where the workshop's network is served; None for loopback alone.
    """

    def __init__(self, env: dict[str, str], user: str, share: SharedAddress | None) -> None:
        for told in ("DENTADO_SHARED", "DENTADO_AUTHORITY"):
            env.pop(told, None)
        self.certificate: BenchCertificate | None = None
        if share:
            self.certificate = certificate_of(share, VAR)
            env |= {"DENTADO_SHARED": share.address, "DENTADO_AUTHORITY": str(self.certificate.authority)}
        self.servers = [_held(PORT, lambda: Server(PORT, env, user))]
        if share and self.certificate:
            keys = (self.certificate.chain, self.certificate.key)
            shared = shared_environment(env, share)
            self.servers.append(
                _held(share.port, lambda: Server(share.port, shared, user, bind=share.bind, tls=keys))
            )

    def tell(self, more: Mapping[str, str]) -> None:
        """What is known only once the rest is up."""
        for server in self.servers:
            server.env |= more

    def start(self, *, reload: bool = False) -> None:
        """Start them, and wait until each says that all is well."""
        for server in self.servers:
            if reload:
                server.more, server.env["DENTADO_RELOAD"] = ["--reload"], "1"
            server.start()
        for server in self.servers:
            server.wait()

    def stop(self) -> None:
        for server in self.servers:
            server.stop()


def _held(port: int, made: Callable[[], Server]) -> Server:
    try:
        return made()
    except OSError as error:
        LOCK.write_text("")
        other = "DENTADO_PORT=8360 ./dentado start"
        if port != PORT:
            other = f"DENTADO_BIND={port + 1} ./dentado start --share"
        if error.errno == errno.EADDRNOTAVAIL:
            stop_with("This machine has no such address.", f"Leave it out, or say another: {other}")
        stop_with(
            f"Port {port} is in use by another program.",
            f"End that program, or start on another port: {other}",
        )


def may_share(env: Mapping[str, str], shares: int) -> None:
    """Not while the sample's password, which everybody knows, opens something here, unless told twice."""
    if shares >= TWICE or not sample_here(Database(env["DENTADO_DATABASE_URL"])):
        return
    stop_with(
        "The sample bench is here, and everybody knows its password: it is not shared.",
        "Remove it on the Workshop page first, or say it twice: ./dentado start --share --share",
    )
