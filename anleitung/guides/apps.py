"""Guides: drafts, published revisions, withdrawals."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate

GUARDED = {
    "guides_revision": (("id",), ("fingerprint",), ("short",), ("guide_id", "number")),
    "guides_withdrawal": (("id",), ("revision_id",)),
    "guides_storedpicture": (("id",), ("sha256",)),
}


class GuidesConfig(AppConfig):
    name = "anleitung.guides"
    label = "guides"

    def ready(self) -> None:
        # Rebuilding a table drops its triggers, so they are put back after every migration.
        post_migrate.connect(put_back_triggers, sender=self)


def put_back_triggers(using: str = "default", **_: Any) -> None:
    from anleitung.unchanging import install_triggers

    install_triggers(GUARDED, using)
