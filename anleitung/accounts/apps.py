"""Accounts: the two roles, by Django's own groups."""

from typing import Any

from django.apps import AppConfig, apps
from django.contrib.auth.signals import user_login_failed
from django.db.models.signals import post_migrate


class AccountsConfig(AppConfig):
    name = "anleitung.accounts"
    label = "accounts"

    def ready(self) -> None:
        # The signal is sent for apps with models only; the groups stand among those of auth.
        post_migrate.connect(make_roles, sender=apps.get_app_config("auth"))
        user_login_failed.connect(_note_failure)


def _note_failure(sender: Any, **told: Any) -> None:
    from anleitung.accounts.log_ins import note_failure

    note_failure(told.get("request"), told.get("credentials") or {})


def make_roles(**_: Any) -> None:
    from anleitung.accounts.roles import ensure_roles

    ensure_roles()
