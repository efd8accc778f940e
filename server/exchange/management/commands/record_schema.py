"""The schema of the record's file, to be published."""

from __future__ import annotations

import json
from typing import Any

from django.core.management.base import BaseCommand

from exchange.shape import json_schema


class Command(BaseCommand):
    help = "Print the JSON Schema of exported records."

    def handle(self, **said: Any) -> None:
        self.stdout.write(json.dumps(json_schema(), indent=1))
