"""Migrates, loads the demo where nothing is there yet, and serves it on 127.0.0.1."""

import socket
from argparse import ArgumentParser
from contextlib import suppress
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.core.wsgi import get_wsgi_application
from django.db import connections
from django.utils import timezone

from anleitung.demo.bundles import write_demo_bundles
from anleitung.demo.children import demo_children
from anleitung.demo.serving import free_port
from anleitung.guides.load import warm
from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.models import Check
from anleitung.mirrors.services.start_check import start_check
from anleitung.processes.server import Site
from anleitung.routes.going_through import warm_routes


class Command(BaseCommand):
    help = "Start the demo site."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--port", default="8000")

    def handle(self, *args: Any, **options: Any) -> None:
        port = str(options["port"])
        _require_free(port)
        call_command("migrate", verbosity=0, interactive=False)
        call_command("load_demo", stdout=self.stdout)
        write_demo_bundles(settings.DATA)
        self.stdout.write(f"\n  http://127.0.0.1:{port}/        for readers")
        self.stdout.write(
            f"  http://127.0.0.1:{port}/c/      the workbench, with one of these log-ins:"
        )
        call_command("load_demo", log_ins=True, stdout=self.stdout)
        self.stdout.write("\n  Bundles to try are in var/demo-bundles/. Ctrl-C stops the site.\n")
        self.stdout.flush()
        if not Check.objects.exists():
            # A site whose guides name no source has nothing to look at, and starts all the same.
            with suppress(WatchRefused):
                start_check(actor=None, reads=True, codename="", now=timezone.now())
        warm()
        warm_routes(now=timezone.now())
        connections.close_all()
        with demo_children(free_port()):
            Site(
                f"127.0.0.1:{port}",
                processes=settings.PROCESSES,
                threads=settings.THREADS,
                application=get_wsgi_application(),
            ).run()


def _require_free(port: str) -> None:
    """Before anything is loaded, so that the address that is printed is true."""
    if not port.isdigit() or not 0 < int(port) < 65536:
        raise CommandError(f"PORT is {port!r}; give a number from 1 to 65535.")
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", int(port)))
        except OSError as error:
            raise CommandError(
                f"Port {port} cannot be used ({error.strerror}). Stop what runs there, "
                f"or try: make demo PORT={int(port) + 1}"
            ) from error
