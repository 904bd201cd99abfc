"""Limits on what costs something."""

from django.apps import AppConfig


class LimitsConfig(AppConfig):
    name = "anleitung.limits"
    label = "limits"
