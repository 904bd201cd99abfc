"""The site as it is served in earnest, without the demo's data and children."""

from argparse import ArgumentParser
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand
from django.core.wsgi import get_wsgi_application
from django.db import connections
from django.utils import timezone

from anleitung.guides.load import warm
from anleitung.processes.server import Site
from anleitung.routes.going_through import warm_routes


class Command(BaseCommand):
    help = (
        "Serve the site. Beside it runs 'manage.py run_worker --queue default' and '--queue jobs'."
    )

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--bind", default="127.0.0.1:8000")

    def handle(self, *args: Any, **options: Any) -> None:
        application = get_wsgi_application()
        warm()
        warm_routes(now=timezone.now())
        connections.close_all()  # none may be shared between processes
        Site(
            str(options["bind"]),
            processes=settings.PROCESSES,
            threads=settings.THREADS,
            application=application,
        ).run()
