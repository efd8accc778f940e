"""Load the sample scenario, once."""

from typing import Any

from django.core.management.base import BaseCommand

from demo.load import load


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        if load():
            self.stdout.write("The Ferry Quay bench is set up.")
