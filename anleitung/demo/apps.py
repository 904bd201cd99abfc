"""The demo: codename, guides, drafts and reports of the made-up world."""

from django.apps import AppConfig


class DemoConfig(AppConfig):
    name = "anleitung.demo"
    label = "demo"
