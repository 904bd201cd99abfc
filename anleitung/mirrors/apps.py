"""The mirror watch: what the sources of file sets give today."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate

from anleitung.storage.immutable_tables import Guard

GUARDED = {
    # What was seen stays; a matter is settled once, with who and why.
    "mirrors_change": Guard((("id",),), once="settled_at", with_it=("settled_by_id", "because")),
}


class MirrorsConfig(AppConfig):
    name = "anleitung.mirrors"
    label = "mirrors"

    def ready(self) -> None:
        post_migrate.connect(put_back_triggers, sender=self)


def put_back_triggers(using: str = "default", **_: Any) -> None:
    from anleitung.storage.immutable_tables import install_triggers

    install_triggers(GUARDED, using)
