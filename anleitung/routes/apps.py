"""The app of routes."""

from django.apps import AppConfig


class RoutesConfig(AppConfig):
    name = "anleitung.routes"
    label = "routes"

    def ready(self) -> None:
        from anleitung.routes.renew import connect
        from anleitung.routes.work import register_all

        register_all()
        connect()

    def worker_begins(self) -> None:
        """What changed while no worker ran, and what another model kept."""
        from django.utils import timezone

        from anleitung.routes.tasks import begin_everywhere

        begin_everywhere(now=timezone.now())
