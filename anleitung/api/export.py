"""Prints the OpenAPI description, from which the TypeScript types are made."""

import json
import os
import sys


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "anleitung.site.settings")
    import django

    django.setup()
    from anleitung.api.routes import api

    schema = api.get_openapi_schema(path_prefix="/api/")
    json.dump(schema, sys.stdout, ensure_ascii=False, indent=1, sort_keys=True)
    sys.stdout.write("\n")


if __name__ == "__main__":
    main()
