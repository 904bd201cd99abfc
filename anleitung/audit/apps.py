"""The app of the record."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate

from anleitung.storage.immutable_tables import Guard, install_triggers

GUARDED = {"audit_entry": Guard((("id",), ("number",)))}


class AuditConfig(AppConfig):
    name = "anleitung.audit"
    label = "audit"

    def ready(self) -> None:
        post_migrate.connect(put_back_triggers, sender=self)


def put_back_triggers(using: str = "default", **_: Any) -> None:
    install_triggers(GUARDED, using)
