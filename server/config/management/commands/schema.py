"""Print the published OpenAPI document, from which the TypeScript client is made."""

import json
from typing import Any

from django.core.management.base import BaseCommand

from config.api import api


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1, sort_keys=True))
