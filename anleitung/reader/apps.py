"""The public pages: plain HTML first, made better by script."""

from django.apps import AppConfig


class ReaderConfig(AppConfig):
    name = "anleitung.reader"
    label = "reader"
