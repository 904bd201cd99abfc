"""Guides: drafts, published revisions, withdrawals."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate, post_save

from anleitung.storage.immutable_tables import Guard

GUARDED = {
    "guides_revision": Guard((("id",), ("fingerprint",), ("short",), ("guide_id", "number"))),
    "guides_changenote": Guard((("id",), ("revision_id",))),
    # That it was taken up again is added, once.
    "guides_deprecation": Guard((("id",),), once="ended_by_id", with_it=("ended_at",)),
    "guides_withdrawal": Guard((("id",), ("revision_id",))),
    "guides_storedpicture": Guard((("id",), ("sha256",))),
    # A proof that does not count is taken away and made anew; none is ever edited.
    "guides_proof": Guard((("id",), ("fingerprint", "model")), may_go=True),
    # What was written before stays as it was; it goes with a draft that is long deleted.
    "guides_draftstate": Guard((("id",), ("guide_id", "number")), may_go=True),
    "guides_kepttext": Guard((("sha256",),), may_go=True),
    # The second signature is added, once.
    "guides_contest": Guard(
        (("id",), ("fingerprint", "finding", "subject", "step")),
        once="second_id",
        with_it=("second_at",),
    ),
    # A maintainer may take a list out; what it says stays as it was signed.
    "guides_signedlist": Guard((("id",),), may_go=True),
    # A renewed key has the fingerprint of the old one.
    "guides_signerkey": Guard(
        (("id",), ("fingerprint",)), always=("certificate", "says", "added_at", "added_by_id")
    ),
}


class GuidesConfig(AppConfig):
    name = "anleitung.guides"
    label = "guides"

    def ready(self) -> None:
        # Rebuilding a table drops its triggers, so they are put back after every migration.
        post_migrate.connect(put_back_triggers, sender=self)
        for kind in ("Draft", "Revision"):
            post_save.connect(_index, sender=self.get_model(kind))
        from anleitung.guides import work

        work.register_all()


def put_back_triggers(using: str = "default", **_: Any) -> None:
    from anleitung.guides.known_files import index_missing
    from anleitung.storage.immutable_tables import install_triggers

    install_triggers(GUARDED, using)
    index_missing()


def _index(instance: Any, **_: Any) -> None:
    from anleitung.guides.known_files import index_files

    index_files(instance)
