"""The site itself: settings, addresses, middleware, and the command that serves it."""

from django.apps import AppConfig


class SiteConfig(AppConfig):
    name = "anleitung.site"
    label = "whole_site"
