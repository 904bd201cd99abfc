"""Migrates, loads the demo where nothing is there yet, and serves it on 127.0.0.1."""

import os
import sys
from argparse import ArgumentParser
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import connections

from anleitung.core.formats.write_bundle import write_zip
from anleitung.demo.bundles import bundle_files, guide_names
from anleitung.demo.management.commands.load_demo import CODENAME


class Command(BaseCommand):
    help = "Start the demo site."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--port", default="8000")

    def handle(self, *args: Any, **options: Any) -> None:
        port = str(options["port"])
        call_command("migrate", verbosity=0, interactive=False)
        call_command("load_demo", stdout=self.stdout)
        bundles = settings.DATA / "demo-bundles"
        bundles.mkdir(parents=True, exist_ok=True)
        for name in guide_names(CODENAME):
            (bundles / f"{name}.zip").write_bytes(write_zip(bundle_files(CODENAME, name)))
        self.stdout.write(f"\n  http://127.0.0.1:{port}/        for readers")
        self.stdout.write(
            f"  http://127.0.0.1:{port}/c/      the workbench, with one of these log-ins:"
        )
        call_command("load_demo", log_ins=True, stdout=self.stdout)
        shown = (
            bundles.relative_to(settings.HOME) if bundles.is_relative_to(settings.HOME) else bundles
        )
        self.stdout.write(f"\n  Bundles to try are in {shown}/. Ctrl-C stops the site.\n")
        self.stdout.flush()
        connections.close_all()
        os.execv(
            sys.executable,
            [
                sys.executable, "-m", "gunicorn", "anleitung.site.wsgi",
                "--bind", f"127.0.0.1:{port}", "--threads", "8", "--log-level", "warning",
            ],
        )  # fmt: skip
