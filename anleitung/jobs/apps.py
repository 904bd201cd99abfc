"""Long work."""

from django.apps import AppConfig


class JobsConfig(AppConfig):
    name = "anleitung.jobs"
    label = "jobs"
