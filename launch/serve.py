"""``./dentado start`` and ``stop``: database and server under one roof."""

from __future__ import annotations

import fcntl
import os
import signal
import subprocess
import sys
import time
from collections.abc import Mapping
from pathlib import Path
from typing import IO

import segno

from backups.database import Database
from demo import DEMO_MEMBER, DEMO_PASSWORD

from . import frontend
from .certificate import BenchCertificate
from .devices import Devices, usual_addresses
from .fronts import Fronts, may_share
from .keeping import finish_restore
from .mariadb import END_SECONDS, OwnMariaDB, check_reachable
from .migrations import sample_here, sample_settled
from .paths import BUILT, HOST, PORT, ROOT, VAR, VERSION, read_pid, say, secret, stop_with
from .running import LOCK, running
from .service_user import service_user
from .share import SharedAddress, share_of
from .signals import Ending, deaf
from .supervise import watch
from .upgrade import bring_up_to_date, upgrading

STOP_SECONDS = END_SECONDS + 30
ADDRESS = f"http://{HOST}:{PORT}"


def environment(
    database_url: str,
    folder: Path = VAR,
    built: Path = BUILT,
    devices: Mapping[str, str] | None = None,
) -> dict[str, str]:
    """What Django's settings read; `built` is the front end to serve, `devices` where each answers."""
    return {
        **os.environ,
        "PYTHONPATH": os.pathsep.join(str(ROOT / part) for part in ("core", "server", "")),
        "DENTADO_VAR": str(folder),
        "DENTADO_FRONT_END": str(built),
        "DENTADO_DATABASE_URL": database_url,
        # Of one's own choosing it may be another machine's as well.
        "DENTADO_OWN_DATABASE": "" if database_url == os.environ.get("DENTADO_DATABASE_URL") else "1",
        "DENTADO_SECRET_KEY": secret(folder, "session"),
        "DENTADO_SETUP_CODE": secret(folder, "setup")[:12],
        "DENTADO_METRICS_TOKEN": os.environ.get("DENTADO_METRICS_TOKEN") or secret(folder, "metrics"),
        "DENTADO_VERSION": VERSION,
        "DJANGO_SETTINGS_MODULE": "config.settings",
        **(usual_addresses(PORT) if devices is None else devices),
    }


def manage(env: dict[str, str], *words: str) -> None:
    """Run Django's command; its own message is enough when it fails."""
    done = subprocess.run([sys.executable, str(ROOT / "server" / "manage.py"), *words], env=env, check=False)
    if done.returncode:
        stop_with(f"“{' '.join(words)}” failed.", "The lines above say why.")


def manage_own(words: list[str]) -> None:
    """Run Django's command against Dentado's database, started for it unless it runs already."""
    own = OwnMariaDB(VAR / "database")
    if url := os.environ.get("DENTADO_DATABASE_URL"):
        manage(environment(url), *words)
    elif running():
        manage(environment(own.running_url()), *words)
    else:
        own.user = service_user(VAR)
        try:
            own.start()
            manage(environment(own.url), *words)
        finally:
            own.stop()


def start(*, dev: bool = False, shares: int = 0) -> None:
    """Serve until Ctrl-C or ``./dentado stop``.

    With `dev` what is edited is reloaded, server and screen. With `shares` the workshop's own network is
    served as well; said twice, though the sample bench with its known password is here.
    """
    # What reads the core's data takes half a second to load; ending a start needs none of it.
    from .data_files import check_data_files

    began = time.monotonic()
    check_data_files()
    share = share_of() if shares else None
    held = _claim()
    finish_restore(VAR)
    ending = Ending()
    user = service_user(VAR)
    own = None if os.environ.get("DENTADO_DATABASE_URL") else OwnMariaDB(VAR / "database", user=user)
    fronts: Fronts | None = None
    devices = Devices()
    vite: subprocess.Popen[bytes] | None = None
    try:
        ending.listen()
        if own:
            own.mend_secret()
        env = environment(own.url if own else os.environ["DENTADO_DATABASE_URL"])
        fronts = Fronts(env, user, share)
        if not own:
            check_reachable(os.environ["DENTADO_DATABASE_URL"])
        env["DENTADO_FRONT_END"] = str(frontend.build())
        if own:
            own.start()
        env |= devices.start(PORT)
        prepare(env, VAR, ending)
        if share:
            may_share(env, shares)
        if user:
            service_user(VAR)
        fronts.tell({name: env[name] for name in env if name.startswith("DENTADO_") and name not in ITS_OWN})
        fronts.start(reload=dev)
        _say_ready(env, time.monotonic() - began, share, fronts.certificate)
        if dev:
            vite = frontend.serve_sources(PORT + 2, ADDRESS)
            say(f"  Edited as you look: http://{HOST}:{PORT + 2}\n")
        watch(fronts.servers, own, env, VAR, user)
    except KeyboardInterrupt:
        say("\nClosing …")
    finally:
        deaf()
        frontend.end_sources(vite)
        if fronts:
            fronts.stop()
        devices.close()
        if own:
            own.stop()
        held.truncate(0)
        held.close()


ITS_OWN = ("DENTADO_HTTPS", "DENTADO_HOSTS", "DENTADO_PROXIES")
"""What each server is told by itself."""


def prepare(env: dict[str, str], folder: Path, ending: Ending) -> None:
    """Tables as this program needs them, and the sample workshop unless it is not wanted."""
    with ending.after("the record is brought up to date; it ends when that is done"):
        bring_up_to_date(env, folder)
    if os.environ.get("DENTADO_DEMO") != "0" and not sample_settled(Database(env["DENTADO_DATABASE_URL"])):
        manage(env, "load_demo")


def _say_shared(share: SharedAddress, certificate: BenchCertificate) -> None:
    say(f"  On the network:   {share.address}")
    if certificate.made:
        say(f"                    under a certificate made now, since {certificate.made}")
    say(f"  Add a phone:      {share.address}/trust   (or scan this)")
    say(f"  It must show:     {certificate.fingerprint[:23]} …\n")
    segno.make(f"{share.address}/trust", error="m").terminal(compact=True)
    say("")


def _say_ready(
    env: dict[str, str], seconds: float, share: SharedAddress | None, certificate: BenchCertificate | None
) -> None:
    database = Database(env["DENTADO_DATABASE_URL"])
    say(f"\n  Dentado is ready: {ADDRESS}   ({seconds:.1f} s)")
    with database.cursor() as cursor:
        cursor.execute(
            "SELECT COUNT(*) FROM workshop_member m JOIN workshop_workshop w ON w.id = m.workshop_id"
            " WHERE w.`key` IS NULL"
        )
        own_members = cursor.fetchone()[0]
    if sample_here(database):
        say(f"  Demo sign-in:     {DEMO_MEMBER}  /  {DEMO_PASSWORD}   (on this machine only)")
    if not own_members:
        say("  Your own bench:   open the address and choose “Set up your own”.")
        say(f"                    From another machine it asks for this code: {secret(VAR, 'setup')[:12]}")
    if share and certificate:
        _say_shared(share, certificate)
    say("  Ctrl-C or ./dentado stop ends it.\n")


def stop() -> None:
    """End a running start; not running is fine too."""
    pid = running()
    if pid is None:
        say("Dentado is not running.")
        return
    os.kill(pid, signal.SIGTERM)
    deadline = time.monotonic() + STOP_SECONDS
    waited = False
    while running() is not None:
        if upgrading(VAR):
            # Cut short it would have to be taken back; it ends by itself when it is through.
            if not waited:
                say("The record is being brought up to date; Dentado stops when that is done …")
            waited, deadline = True, time.monotonic() + STOP_SECONDS
        if time.monotonic() > deadline:
            stop_with(
                f"It did not end within {STOP_SECONDS} s (process {pid}).",
                f"kill -9 {pid}, then start again.",
            )
        time.sleep(0.1)
    say("Dentado has stopped.")


def _claim() -> IO[str]:
    """Take the lock and write who holds it; a stale pid of a killed start is overwritten."""
    VAR.mkdir(parents=True, exist_ok=True)
    handle = LOCK.open("a+")
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        stop_with(f"Dentado is already running on {ADDRESS}.", "./dentado stop ends it.")
    if read_pid(LOCK):
        say("The last run was not closed cleanly; picking up from what it kept.")
    handle.truncate(0)
    handle.write(str(os.getpid()))
    handle.flush()
    return handle
