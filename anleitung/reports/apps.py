"""Reports of readers, and what they show."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate

from anleitung.storage.immutable_tables import Guard

GUARDED = {
    "reports_report": Guard((("id",), ("key",))),
    "reports_lifted": Guard((("id",),)),
}


class ReportsConfig(AppConfig):
    name = "anleitung.reports"
    label = "reports"

    def ready(self) -> None:
        post_migrate.connect(put_back_triggers, sender=self)
        from anleitung.jobs.work import register
        from anleitung.reports.evidence import WORK
        from anleitung.reports.services.to_tell import WORK as TELL

        register(WORK)
        register(TELL)

    def worker_begins(self) -> None:
        """What was left to be counted when the last worker ended."""
        from django.utils import timezone

        from anleitung.reports.evidence import ask_for_what_waits
        from anleitung.reports.services.to_tell import tell_who_waits

        ask_for_what_waits(now=timezone.now())
        tell_who_waits(now=timezone.now())


def put_back_triggers(using: str = "default", **_: Any) -> None:
    from anleitung.storage.immutable_tables import install_triggers

    install_triggers(GUARDED, using)
