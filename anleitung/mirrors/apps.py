"""The mirror watch: what the sources of file sets give today."""

from django.apps import AppConfig


class MirrorsConfig(AppConfig):
    name = "anleitung.mirrors"
    label = "mirrors"
