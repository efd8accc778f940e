"""The commands by name."""

from __future__ import annotations

import sys

from .places import stop_with


def main(words: list[str]) -> None:
    """Run one command. Imports are late: ``sum`` must not wait for what it does not use."""
    match words:
        case ["start"]:
            from .serve import start

            start()
        case ["stop"]:
            from .serve import stop

            stop()
        case ["sum", *rest]:
            from .sums import run

            sys.exit(run(rest, sys.stdin.read() if rest else ""))
        case ["test", *rest]:
            from .testing import test

            sys.exit(test(rest))
        case ["shots"]:
            from .shots import shots

            shots()
        case ["bench"]:
            from .bench import bench

            bench()
        case ["manage", *rest]:
            from .serve import manage_own

            manage_own(rest)
        case _:
            stop_with(f"“{' '.join(words)}” is not understood.", "./dentado help lists the commands.")


main(sys.argv[1:])
