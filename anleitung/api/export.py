"""Prints the OpenAPI description, from which the TypeScript types are made."""

import json
import os
import sys


def description() -> str:
    """As docs/openapi.json holds it. Django is set up by whoever asks."""
    from anleitung.api.routes import api

    schema = api.get_openapi_schema(path_prefix="/api/")
    return json.dumps(schema, ensure_ascii=False, indent=1, sort_keys=True) + "\n"


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "anleitung.site.settings")
    import django

    django.setup()
    sys.stdout.write(description())


if __name__ == "__main__":
    main()
