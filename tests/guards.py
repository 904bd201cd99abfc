"""The triggers of tables that never change, taken off and put back by tests of transactions."""

from collections.abc import Iterator
from importlib import import_module
from types import ModuleType

from django.apps import apps
from django.db import connection


def _guarding() -> Iterator[ModuleType]:
    for config in apps.get_app_configs():
        module = import_module(type(config).__module__)
        if hasattr(module, "GUARDED"):
            yield module


def take_off() -> None:
    """So that emptying the tables after a test is not hindered."""
    with connection.cursor() as cursor:
        for module in _guarding():
            for table in module.GUARDED:
                for name in ("no_update", "no_delete", "no_replace"):
                    cursor.execute(f"DROP TRIGGER IF EXISTS {table}_{name}")


def put_back() -> None:
    for module in _guarding():
        module.put_back_triggers()
