"""How gunicorn runs here: workers that end with their master, and connections that must say something."""

from __future__ import annotations

import ctypes
import gc
import os
import shutil
import signal
import socket
import sys
import tempfile
import time
from contextlib import suppress
from functools import partial
from importlib import import_module
from pathlib import Path
from selectors import EVENT_READ
from typing import Any

from gunicorn.workers.gthread import TConn, ThreadWorker

from gearing.diagnosis import learn
from live.limits import MOST_PAGES

from .turns import AT_WORK, OF_ONE, Turns, follows, is_sum, whose

HEAD_SECONDS, WHOLE_SECONDS = 10.0, 120.0
"""For a request's head, and for all of it. A phone at the far end of a field sends a photo in less."""

LOOKED_AT = 8192
"""Bytes of a request that are looked at for whose it is."""

PR_SET_PDEATHSIG = 1


class Worker(ThreadWorker):
    """Threads are lent to requests that are there, and taken back from those sent by halves.

    Stock gthread waits for a new connection's first byte, and for all of a
    request, in a thread of its pool: a handful of silent clients stop a bench.
    """

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._late: dict[TConn, float] = {}
        # Under TLS nobody sees what is only followed: it must not take the place of what works.
        places = (self.cfg.threads,) * 2 if self.cfg.is_ssl else (AT_WORK, OF_ONE)
        self._steps, self._sums = Turns[TConn](*places), Turns[TConn](*places)
        self._inside: dict[TConn, tuple[Turns[TConn], int]] = {}

    def accept(self, listener: Any) -> None:
        """Take a connection; a thread works on it once it has sent something."""
        try:
            client, address = listener.accept()
        except OSError:
            return
        self.nr_conns += 1
        conn = TConn(self.cfg, client, address, listener.getsockname())
        conn.timeout = time.monotonic() + HEAD_SECONDS
        self.pending_conns.append(conn)
        self.poller.register(client, EVENT_READ, partial(self.on_pending_socket_readable, conn))

    def enqueue_req(self, conn: TConn) -> None:
        """In turn, by whom it comes from; what only follows a visit waits for nobody."""
        head = self._head(conn)
        if follows(head):
            super().enqueue_req(conn)
            return
        turns = self._sums if is_sum(head) else self._steps
        turns.wait(whose(head, conn.client[0] if isinstance(conn.client, tuple) else ""), conn)
        self._let_in()

    def finish_request(self, conn: TConn, fs: Any) -> None:
        if inside := self._inside.pop(conn, None):
            turns, ticket = inside
            turns.leave(ticket)
        super().finish_request(conn, fs)
        self._let_in()

    def _let_in(self) -> None:
        for turns in (self._steps, self._sums):
            while goes := turns.next(time.monotonic()):
                ticket, conn = goes
                self._inside[conn] = (turns, ticket)
                super().enqueue_req(conn)

    def _head(self, conn: TConn) -> bytes:
        """What has come of it so far, left where it is; nothing of what is enciphered."""
        if self.cfg.is_ssl:
            return b""
        try:
            return conn.sock.recv(LOOKED_AT, socket.MSG_PEEK | socket.MSG_DONTWAIT)
        except OSError:
            return b""

    def handle(self, conn: TConn) -> Any:
        self._late[conn] = time.monotonic() + HEAD_SECONDS
        try:
            return super().handle(conn)
        finally:
            self._late.pop(conn, None)

    def handle_request(self, req: Any, conn: TConn) -> Any:
        self._late[conn] = time.monotonic() + WHOLE_SECONDS
        return super().handle_request(req, conn)

    def handle_exit(self, sig: int, frame: Any) -> None:
        """Pages that only look on hold nothing up; each asks the next server."""
        if live := sys.modules.get("live.hub"):
            live.hub.closing = True
        super().handle_exit(sig, frame)

    def murder_pending(self) -> None:
        """Called about once a second: what has not come by now is not waited for."""
        super().murder_pending()
        self._let_in()
        now = time.monotonic()
        for conn, late in list(self._late.items()):
            if late < now:
                # No more is read; an answer on its way still goes out.
                with suppress(OSError):
                    conn.sock.shutdown(socket.SHUT_RD)


SHARED_MEMORY = Path("/dev/shm")


def _counts_together() -> str:
    """Where the workers count together: in memory, as a full disk would end who writes through a map.

    Those of servers that were killed are removed.
    """
    place = SHARED_MEMORY if os.access(SHARED_MEMORY, os.W_OK) else Path(tempfile.gettempdir())
    for left in place.glob("dentado-counts-*"):
        with suppress(OSError, ValueError):
            if left.stat().st_uid == os.getuid() and not Path("/proc", left.name.split("-")[2]).exists():
                shutil.rmtree(left)
    return tempfile.mkdtemp(prefix=f"dentado-counts-{os.getpid()}-", dir=place)


def on_exit(server: Any) -> None:
    """What was counted goes with the server."""
    if counts := os.environ.get("PROMETHEUS_MULTIPROC_DIR"):
        shutil.rmtree(counts, ignore_errors=True)


def when_ready(server: Any) -> None:
    """What complaints teach is learnt once, before there are workers: they share it."""
    if preload_app:
        import_module("sums.apart").prepare()
        learn()
        # Else the first who asks each worker waits while the routes are laid out.
        import_module("config.urls")
        # What stays is looked through no more for what has gone: a pause of 0.1 s, and a copy a worker.
        gc.collect()
        gc.freeze()


def post_fork(server: Any, worker: Any) -> None:
    """A worker ends when its master does, so that none serves beside the next master's."""
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)


if os.environ.get("DENTADO_SERVES") == "1":
    # Before anything is loaded that counts.
    os.environ["PROMETHEUS_MULTIPROC_DIR"] = _counts_together()
worker_class = "config.gunicorn.Worker"
# Those that answer, and one for each page that follows a visit.
workers, threads = 2, 8 + MOST_PAGES
# Loaded once and shared, but for who edits it: what is loaded beforehand is not loaded again.
preload_app = os.environ.get("DENTADO_RELOAD") != "1"
max_requests, max_requests_jitter = 20_000, 2_000
graceful_timeout, timeout = 10, 60
loglevel = "warning"
control_socket_disable = True
