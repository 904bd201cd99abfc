"""The app of translations."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate

from anleitung.storage.immutable_tables import Guard, install_triggers

GUARDED = {"translations_translation": Guard((("id",), ("revision_id", "language", "number")))}


class TranslationsConfig(AppConfig):
    name = "anleitung.translations"
    label = "translations"

    def ready(self) -> None:
        post_migrate.connect(put_back_triggers, sender=self)


def put_back_triggers(using: str = "default", **_: Any) -> None:
    install_triggers(GUARDED, using)
