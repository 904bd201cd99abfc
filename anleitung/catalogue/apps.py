"""The catalogue: codenames, builds, naming schemes, host tools and known bugs, as documents."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate

from anleitung.storage.immutable_tables import Guard

GUARDED = {"catalogue_version": Guard((("id",), ("entry_id", "number")))}


class CatalogueConfig(AppConfig):
    name = "anleitung.catalogue"
    label = "catalogue"

    def ready(self) -> None:
        post_migrate.connect(put_back_triggers, sender=self)
        from anleitung.catalogue import work

        work.register_all()


def put_back_triggers(using: str = "default", **_: Any) -> None:
    from anleitung.storage.immutable_tables import install_triggers

    install_triggers(GUARDED, using)
