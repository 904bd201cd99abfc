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
