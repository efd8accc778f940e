"""Load the sample scenario, once."""

from typing import Any, ClassVar

from django.core.management.base import BaseCommand

from demo.load import load


class Command(BaseCommand):
    help = __doc__
    # What is wrong with the program is found by its tests, not by whoever starts it.
    requires_system_checks: ClassVar[list[str]] = []

    def handle(self, *args: Any, **options: Any) -> None:
        if load():
            self.stdout.write("The Ferry Quay bench is set up.")
