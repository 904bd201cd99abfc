"""Reports of readers, and what they show."""

from django.apps import AppConfig


class ReportsConfig(AppConfig):
    name = "anleitung.reports"
    label = "reports"
