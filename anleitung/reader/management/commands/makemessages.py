"""Gathers the texts that readers see, for ``locale/de``; the marks of core are known to it."""

from typing import Any

from django.core.management.commands import makemessages

# Texts of these are for maintainers or for the command line, in English only.
NOT_FOR_READERS = (
    "accounts/*",
    "api/*",
    "audit/*",
    "command/*",
    "core/drawn/rails.py",
    "core/files/compare.py",
    "core/files/cross.py",
    "core/files/room.py",
    "core/files/watched.py",
    "core/files/words.py",
    "core/formats/*",
    "core/gate/*",
    "core/guide/script.py",
    "core/proof/explain/reasons.py",
    "core/proof/explain/trace.py",
    "core/proof/findings/*",
    "core/proof/rehearse/*",
    "core/proof/repair/*",
    "core/record.py",
    "core/revisions/*",
    "core/updates/*",
    "core/writing/*",
    "desk/*",
    "guides/*",
    "review/*",
    "site/*",
)


class Command(makemessages.Command):
    xgettext_options = [
        *makemessages.Command.xgettext_options,
        "--keyword=N_",
        "--keyword=counted:2,3",
    ]

    def handle(self, *args: Any, **options: Any) -> None:
        options["ignore_patterns"] = [*options["ignore_patterns"], *NOT_FOR_READERS]
        super().handle(*args, **options)
