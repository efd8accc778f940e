"""``./dentado doctor``: what is wrong with an installation, in words, and a report for whoever helps.

The report holds versions, settings by name, counts and the places of failures; nothing that anybody typed:
no record, no member's name, no address of another machine, no secret.
"""

from __future__ import annotations

import json
import os
import platform
import shutil
import sys
from collections import Counter
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import asdict, dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from statistics import median
from typing import Any, Literal

from cryptography import x509

from backups.database import Database
from backups.kept import kept_in

from .devices import DEVICES, usual_addresses
from .mariadb import OwnMariaDB
from .migrations import expected, sample_here
from .paths import BUILT, HOST, PORT, VAR, VERSION, say, stop_with
from .running import running
from .supervise import healthy

ROOM, ROOM_FOR_LONG = 2**30, 5 * 2**30
"""Bytes free below which the next backup may not fit, and below which it soon will not."""

LATE = timedelta(days=2)
SOON = timedelta(days=14)
LOOKED_BACK = 4000
"""Lines of the log of requests that are gone through."""

State = Literal["well", "mind", "bad"]
MARKS: dict[State, str] = {"well": "well", "mind": "mind", "bad": "BAD "}


@dataclass(frozen=True, slots=True)
class LookedAt:
    """One thing looked at, how it stands, and what to do where it is not well."""

    what: str
    state: State
    says: str
    do: str = ""


def doctor(words: list[str]) -> None:
    """Look at everything and say it; ``--report FILE`` keeps it with what helps to find the cause."""
    match words:
        case []:
            path = None
        case ["--report", name]:
            path = Path(name).expanduser()
        case _:
            stop_with("What is to be looked at?", "./dentado doctor, or ./dentado doctor --report FILE.")
    found = findings()
    for each in found:
        say(f"  {MARKS[each.state]}  {each.what:<14} {each.says}")
        if each.do:
            say(f"        {'':<14} {each.do}")
    worst = Counter(each.state for each in found)
    say("")
    say(_sum(worst))
    if path:
        path.write_text(json.dumps(report(found), indent=1, ensure_ascii=False) + "\n")
        say(f"{path}: nothing of the record is in it. Read it before you pass it on.")
    sys.exit(1 if worst["bad"] else 0)


def _sum(worst: Counter[State]) -> str:
    if worst["bad"]:
        return f"{worst['bad']} to mend, {worst['mind']} to mind."
    return f"Nothing is broken; {worst['mind']} to mind." if worst["mind"] else "All is well."


def findings() -> list[LookedAt]:
    """Everything that can be looked at from here; a check that itself fails is a finding."""
    found: list[LookedAt] = []
    for check in CHECKS:
        try:
            found += check()
        except Exception as error:
            # Whatever is broken must not end the search for what else is.
            says = f"It could not be looked at: {type(error).__name__}."
            found.append(LookedAt(check.__name__.strip("_"), "bad", says, "Is this folder yours to read?"))
    return found


def _machine() -> Iterator[LookedAt]:
    yield LookedAt("Dentado", "well", f"{VERSION}, Python {platform.python_version()}, {platform.system()}")
    memory = os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES")
    small = memory < 1.5 * 2**30
    says = f"{memory / 2**30:.1f} GiB of memory, {os.cpu_count()} cores"
    yield LookedAt("machine", "mind" if small else "well", says, "1.5 GiB is the least." if small else "")
    year = datetime.now(UTC).year
    if not 2025 <= year <= 2100:
        yield LookedAt("clock", "bad", f"It says {year}.", "Set it: what is recorded carries its day.")


def _room() -> Iterator[LookedAt]:
    free = shutil.disk_usage(VAR if VAR.exists() else VAR.parent).free
    says = f"{free / 2**30:.1f} GiB free for record and photos"
    if free < ROOM:
        yield LookedAt("disk", "bad", says, "Make room: the next backup or photo may find none.")
    elif free < ROOM_FOR_LONG:
        yield LookedAt("disk", "mind", says, "Make room before long.")
    else:
        yield LookedAt("disk", "well", says)


def _folders() -> Iterator[LookedAt]:
    if not VAR.exists():
        yield LookedAt("folder", "mind", "Nothing was started here yet.", "./dentado start")
        return
    open_to_all = [path.name for path in VAR.glob("*.secret") if path.stat().st_mode & 0o077]
    if open_to_all:
        names = ", ".join(sorted(open_to_all))
        yield LookedAt("secrets", "bad", f"Others may read {names}.", "chmod 600 on each, in its folder.")
    empty = [path.name for path in VAR.glob("*.secret") if not path.read_text().strip()]
    if empty:
        yield LookedAt(
            "secrets", "bad", f"{', '.join(empty)} holds nothing.", "Put it back from a copy, or delete it."
        )
    if (VAR / "restoring" / "ready.json").exists():
        yield LookedAt("restore", "mind", "One was cut short.", "The next start finishes it.")


def _front_end() -> Iterator[LookedAt]:
    built = list(BUILT.glob("*/index.html"))
    if not built:
        yield LookedAt("screen", "mind", "It is not built yet.", "./dentado start builds it.")
    else:
        yield LookedAt("screen", "well", "built")


def _settings() -> Iterator[LookedAt]:
    own = sorted(name for name in os.environ if name.startswith("DENTADO_"))
    if own:
        yield LookedAt("settings", "well", ", ".join(own))
    https, hosts = os.environ.get("DENTADO_HTTPS"), os.environ.get("DENTADO_HOSTS")
    if https == "1" and not hosts:
        yield LookedAt(
            "settings", "bad", "DENTADO_HTTPS without DENTADO_HOSTS.", "Say under which names it is reached."
        )
    if https not in (None, "", "0", "1", "own"):
        yield LookedAt(
            "settings", "bad", "DENTADO_HTTPS is none of 0 and 1.", "1 behind a proxy that speaks TLS."
        )


def _server() -> Iterator[LookedAt]:
    process = running()
    if process is None:
        yield LookedAt("server", "mind", "It does not run.", "./dentado start")
    elif healthy(PORT):
        yield LookedAt("server", "well", f"answers at {HOST}:{PORT}")
    else:
        yield LookedAt(
            "server",
            "bad",
            f"It runs and says at {HOST}:{PORT}/health that something is wrong.",
            "What follows tells what.",
        )


def _database() -> Database | None:
    """The record's database, where it runs."""
    url = os.environ.get("DENTADO_DATABASE_URL")
    if url:
        return Database(url)
    return Database(OwnMariaDB(VAR / "database").running_url()) if running() else None


def _record() -> Iterator[LookedAt]:
    database = _database()
    if database is None:
        return
    with database.cursor() as cursor:
        cursor.execute("SELECT VERSION(), TIMESTAMPDIFF(SECOND, UTC_TIMESTAMP(), NOW())")
        version, _ = cursor.fetchone()
        cursor.execute("SHOW STATUS LIKE 'Threads_connected'")
        connections = int(cursor.fetchone()[1])
    yield LookedAt("database", "well", f"MariaDB {version}, {connections} connections")
    done = set(database.migrations())
    if missing := expected() - done:
        yield LookedAt(
            "tables",
            "bad",
            f"{len(missing)} changes to them are not made.",
            "Stop and start Dentado; it makes them.",
        )
    elif newer := {name for name in done - expected() if name.split(".")[0] in OURS}:
        yield LookedAt(
            "tables",
            "bad",
            f"They are of a newer Dentado ({len(newer)} changes).",
            "Run that one again, or restore.",
        )
    else:
        yield LookedAt(
            "tables",
            "well",
            f"{database.count('visits_visit')} visits, {database.count('visits_piece')} pieces",
        )
    if sample_here(database):
        yield LookedAt(
            "sample",
            "mind",
            "The sample bench with its known password is here.",
            "Workshop, Take the sample away.",
        )


OURS = ("workshop", "visits", "drawer", "suppliers", "orders", "practice", "shelf", "live")


def _backups() -> Iterator[LookedAt]:
    kept = kept_in(VAR / "backups") if (VAR / "backups").exists() else []
    damaged = [each.path.name for each in kept if each.about is None]
    if damaged:
        yield LookedAt(
            "backups",
            "bad",
            f"{', '.join(damaged[:3])} cannot be read.",
            "Is the disk well? Make a new one: ./dentado backup",
        )
    whole = [each for each in kept if each.about and each.about.kind == "whole"]
    if not whole:
        yield LookedAt("backups", "mind", "There is none of everything yet.", "./dentado backup")
        return
    age = datetime.now(UTC) - whole[0].made_at
    says = f"{len(whole)} whole ones, the newest {age.days} days old"
    late = age > LATE
    yield LookedAt(
        "backups", "mind" if late else "well", says, "Dentado makes one a day while it runs." if late else ""
    )


def _bucket() -> Iterator[LookedAt]:
    if not (address := os.environ.get("DENTADO_FILES_URL")):
        return
    import boto3
    from botocore.config import Config
    from botocore.exceptions import BotoCoreError, ClientError
    from django.core.exceptions import ImproperlyConfigured

    from config.storage import BucketAddress

    try:
        place = BucketAddress.of(address)
        boto3.client(
            "s3", endpoint_url=place.origin, region_name=place.region,
            aws_access_key_id=place.key or None, aws_secret_access_key=place.secret or None,
            config=Config(connect_timeout=3, read_timeout=5, retries={"max_attempts": 0}),
        ).head_bucket(Bucket=place.bucket)  # fmt: skip
    except ImproperlyConfigured as error:
        yield LookedAt("bucket", "bad", str(error), "docs/running.md has its form.")
    except ClientError as error:
        answered = error.response["ResponseMetadata"]["HTTPStatusCode"]
        yield LookedAt(
            "bucket",
            "bad",
            f"It answers {answered}.",
            "Is there such a bucket, and may this key read and write it?",
        )
    except BotoCoreError:
        yield LookedAt(
            "bucket", "bad", "It does not answer.", "New photos wait on the devices until it does."
        )
    else:
        yield LookedAt("bucket", "well", "photos and sounds are kept there; it answers")


def _certificate() -> Iterator[LookedAt]:
    for path in sorted((VAR / "tls").glob("*.crt")):
        ends = x509.load_pem_x509_certificate(path.read_bytes()).not_valid_after_utc
        left = ends - datetime.now(UTC)
        if left < timedelta(0):
            yield LookedAt(
                "certificate", "mind", f"{path.name} ran out.", "The next start --share makes it again."
            )
        elif left < SOON:
            yield LookedAt(
                "certificate",
                "mind",
                f"{path.name} runs out in {left.days} days.",
                "The next start --share makes it again.",
            )
        else:
            yield LookedAt("certificate", "well", f"{path.name}, {left.days} days left")


def _devices() -> Iterator[LookedAt]:
    own = [name for name, setting in DEVICES.items() if os.environ.get(setting)]
    if not own:
        return
    from devices.asking import DeviceError, ask

    for name in own:
        host, _, port = usual_addresses(PORT)[DEVICES[name]].rpartition(":")
        try:
            ask((host or HOST, int(port)), "HELLO", what=name, wait=1.0)
            yield LookedAt("device", "well", f"{name} answers")
        except (DeviceError, ValueError):
            yield LookedAt(
                "device",
                "mind",
                f"{name} does not answer where {DEVICES[name]} says.",
                "Readings are typed until it does.",
            )


def _failures() -> Iterator[LookedAt]:
    lines = _log("troubles.jsonl")
    day = (datetime.now(UTC) - timedelta(days=1)).isoformat()
    late = [line for line in lines if line["at"] > day]
    failed = [line for line in late if line["status"] >= 500]
    if failed:
        routes = Counter(line["route"] for line in failed).most_common(2)
        says = f"{len(failed)} failed in a day, most at {' and '.join(route for route, _ in routes)}"
        yield LookedAt("requests", "bad", says, "./dentado doctor --report FILE, and pass it on.")
    elif late:
        yield LookedAt(
            "requests", "mind", f"{len(late)} took longer than a second in a day", "Workshop shows which."
        )
    else:
        yield LookedAt("requests", "well", "none failed or was slow in a day")


def _log(name: str) -> list[dict[str, Any]]:
    path, lines = VAR / "logs" / name, []
    if not path.exists():
        return []
    for line in path.read_text(errors="replace").splitlines()[-LOOKED_BACK:]:
        with suppress(ValueError):
            said = json.loads(line)
            if isinstance(said, dict) and {"at", "route", "status", "ms"} <= said.keys():
                lines.append(said)
    return lines


CHECKS = (
    _machine, _room, _folders, _front_end, _settings, _server, _record, _backups, _bucket, _certificate,
    _devices,
    _failures,
)  # fmt: skip

REPORTED = ("at", "id", "method", "route", "status", "ms", "error")
"""What of a line of the log a report has: not who it was."""


def report(found: list[LookedAt]) -> dict[str, Any]:
    """What helps another to find the cause, without anything of the record."""
    return {
        "format": "dentado-report",
        "version": VERSION,
        "made_at": datetime.now(UTC).isoformat(timespec="seconds"),
        "system": {
            "python": platform.python_version(),
            "machine": platform.machine(),
            "kernel": platform.release(),
        },
        "settings": sorted(name for name in os.environ if name.startswith("DENTADO_")),
        "findings": [asdict(each) | {"says": _plain(each.says)} for each in found],
        "rows": _rows(),
        "troubles": [
            {key: line[key] for key in REPORTED if key in line} for line in _log("troubles.jsonl")[-100:]
        ],
        "requests": _by_route(),
    }


def _plain(says: str) -> str:
    """Without the folder it is in, which may have its owner's name."""
    return says.replace(str(VAR), "var").replace(str(Path.home()), "~")


def _rows() -> dict[str, int]:
    with suppress(Exception):
        if database := _database():
            return {name: database.count(name) for name in database.tables()}
    return {}


def _by_route() -> list[dict[str, Any]]:
    times: dict[str, list[float]] = {}
    for line in _log("requests.jsonl"):
        times.setdefault(line["route"], []).append(line["ms"])
    return [
        {"route": route, "requests": len(taken), "median_ms": median(taken), "slowest_ms": max(taken)}
        for route, taken in sorted(times.items(), key=lambda item: -len(item[1]))
    ]
