"""One look at the database for every page that follows a visit, however many there are.

Each process has one hub, one thread and one query a round for all the pages it serves; who is there is
kept in the database, since the other process serves pages of the same visit.
"""

from __future__ import annotations

import json
import logging
import time
from collections.abc import Iterator
from contextlib import suppress
from datetime import timedelta
from queue import Empty, SimpleQueue
from threading import Lock, Thread
from uuid import UUID, uuid4

from django.db import DatabaseError, connection
from django.utils import timezone

from visits.models import Visit
from workshop.models import Member
from workshop.stamps import stamp

from .limits import MOST_PAGES
from .models import Presence

log = logging.getLogger(__name__)

ROUND_SECONDS = 0.35
REST_SECONDS = 2.0
SEEN_EVERY, GONE_AFTER = 8.0, timedelta(seconds=25)
ALIVE_EVERY = 3.0
"""A word to the page, so that one that has gone is noticed by its silence."""

WHOLE_SECONDS = 100.0
"""A page asks anew after this: whether it may still look is decided again. Less than a request may last."""

WAIT_SECONDS = 0.5


class Stream:
    """The events of one page, as bytes of ``text/event-stream`` (WHATWG HTML, server-sent events)."""

    def __init__(self, hub: Hub, page: UUID, visit_id: UUID, member: Member) -> None:
        self.id, self.page, self.visit_id, self.member_id = uuid4(), page, visit_id, member.pk
        self.said = ""
        self.waiting: SimpleQueue[str] = SimpleQueue()
        self._hub = hub
        self._began = self._last = time.monotonic()
        self._open = False

    def __iter__(self) -> Iterator[bytes]:
        return self

    def __next__(self) -> bytes:
        """The next event; a comment where there was none for a while.

        Raises
        ------
        StopIteration
            If the page is to ask anew, or the server ends.
        """
        if not self._open:
            self._open = True
            # It may stand for minutes; the thread's own connection is not held for that.
            connection.close()
            return b"retry: 1500\n\n"
        while not self._hub.closing and time.monotonic() - self._began < WHOLE_SECONDS:
            with suppress(Empty):
                return self._word(f"data: {self.waiting.get(timeout=WAIT_SECONDS)}\n\n")
            if time.monotonic() - self._last > ALIVE_EVERY:
                return self._word(": still here\n\n")
        raise StopIteration

    def _word(self, text: str) -> bytes:
        self._last = time.monotonic()
        return text.encode()

    def tell(self, changed_at: str, others: list[dict[str, str | bool]]) -> None:
        """Say what is so, if it is not what was said last."""
        says = json.dumps({"changed_at": changed_at, "others": others})
        if says != self.said:
            self.said = says
            self.waiting.put(says)

    def close(self) -> None:
        """The page has gone, or asks anew."""
        self._hub.leave(self)


class Hub:
    """Every page this process serves of a visit that is being worked on."""

    def __init__(self) -> None:
        self.closing = False
        """Set once the server ends: its streams end at once and hold nothing up."""
        self._lock = Lock()
        self._streams: dict[UUID, Stream] = {}
        self._thread: Thread | None = None
        self._seen = 0.0

    def join(self, page: UUID, visit_id: UUID, member: Member, at: str) -> Stream | None:
        """A stream for a page; None if there are too many."""
        stream = Stream(self, page, visit_id, member)
        with self._lock:
            if self.closing or len(self._streams) >= MOST_PAGES:
                return None
            self._streams[stream.id] = stream
        try:
            Presence.objects.update_or_create(
                id=page,
                defaults={
                    "stream": stream.id,
                    "visit_id": visit_id,
                    "member": member,
                    "at": at,
                    "seen_at": timezone.now(),
                },
            )
        except DatabaseError:
            self.leave(stream)
            raise
        return stream

    def leave(self, stream: Stream) -> None:
        with self._lock:
            self._streams.pop(stream.id, None)
        with suppress(DatabaseError):
            # Not what the same page listens to since.
            Presence.objects.filter(stream=stream.id).delete()

    def run(self) -> None:
        """See to it that someone looks, as long as there is anyone to tell."""
        with self._lock:
            if self._thread is None:
                self._thread = Thread(target=self._rounds, name="live", daemon=True)
                self._thread.start()

    def look(self) -> None:
        """One round: what each visit stands at and who is there, told to each page it is news to."""
        with self._lock:
            streams = list(self._streams.values())
        self._stay(streams)
        wanted = {stream.visit_id for stream in streams}
        stamps = dict(Visit.objects.filter(id__in=wanted).values_list("id", "changed_at"))
        here = list(
            Presence.objects.filter(
                visit_id__in=wanted, seen_at__gt=timezone.now() - GONE_AFTER
            ).select_related("member")
        )
        for stream in streams:
            if stream.visit_id not in stamps:
                continue
            others = {
                (there.member.called, there.at, there.member_id == stream.member_id)
                for there in here
                if there.visit_id == stream.visit_id and there.id != stream.page
            }
            stream.tell(
                stamp(stamps[stream.visit_id]),
                [{"called": called, "at": at, "mine": same} for called, at, same in sorted(others)],
            )

    def _stay(self, streams: list[Stream]) -> None:
        now = time.monotonic()
        if now - self._seen < SEEN_EVERY:
            return
        self._seen = now
        Presence.objects.filter(stream__in=[stream.id for stream in streams]).update(seen_at=timezone.now())
        Presence.objects.filter(seen_at__lt=timezone.now() - 4 * GONE_AFTER).delete()

    def _rounds(self) -> None:
        while True:
            with self._lock:
                if not self._streams or self.closing:
                    self._thread = None
                    break
            try:
                self.look()
                time.sleep(ROUND_SECONDS)
            except DatabaseError:
                connection.close()
                time.sleep(REST_SECONDS)
            except Exception:
                log.exception("a round of the live pages failed")
                time.sleep(REST_SECONDS)
        connection.close()


hub = Hub()
