"""Accounts: the two roles, by Django's own groups."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate


class AccountsConfig(AppConfig):
    name = "anleitung.accounts"
    label = "accounts"

    def ready(self) -> None:
        post_migrate.connect(make_roles, sender=self)


def make_roles(**_: Any) -> None:
    from anleitung.accounts.roles import ensure_roles

    ensure_roles()
