"""The commands by name."""

from __future__ import annotations

import os
import sys


def main(words: list[str]) -> None:  # noqa: PLR0912, PLR0915 - a list of commands is as long as it is
    """Run one command. Imports are late: ``sum`` must not wait for what it does not use."""
    from .paths import VERSION, WEB, say, stop_with

    match words:
        case ["start", *rest] if set(rest) <= {"--share"}:
            from .serve import start

            start(shares=len(rest))
        case ["dev"]:
            from .serve import start

            start(dev=True)
        case ["stop"]:
            from .serve import stop

            stop()
        case ["backup", *rest]:
            from .keeping import backup

            backup(rest)
        case ["restore", *rest]:
            from .keeping import restore

            restore(rest)
        case ["doctor", *rest]:
            from .doctor import doctor

            doctor(rest)
        case ["parts", *rest]:
            from .parts_list import parts

            parts(rest)
        case ["version"]:
            say(VERSION)
        case ["sum", *rest]:
            from .sums import run

            sys.exit(run(rest, sys.stdin.read() if rest else ""))
        case ["test", *rest]:
            from .testing import test

            sys.exit(test(rest))
        case ["shots"]:
            from .shots import shots

            shots()
        case ["bench", "readings"]:
            from .readings import readings

            readings()
        case ["bench", *rest]:
            from .bench import bench

            bench(rest)
        case ["schema"]:
            from .frontend import packages
            from .serve import environment
            from .testing.checks import schema

            packages()
            os.environ.update(environment("mysql://nobody@127.0.0.1/none"))
            schema(WEB / "generated")
        case ["export" | "import" as word, *rest]:
            from .serve import manage_own

            manage_own([f"{word}_record", *rest])
        case ["cluster"]:
            from .cluster import cluster

            cluster()
        case ["files", *rest]:
            from .serve import manage_own

            manage_own(["move_files", *rest])
        case ["manage", *rest]:
            from .serve import manage_own

            manage_own(rest)
        case _:
            stop_with(f"“{' '.join(words)}” is not understood.", "./dentado help lists the commands.")


try:
    main(sys.argv[1:])
except KeyboardInterrupt:
    sys.exit(130)
