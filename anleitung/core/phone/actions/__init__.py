"""The catalogue of actions, discovered: a module with a step of its own is in it."""

import pkgutil
from importlib import import_module
from typing import TYPE_CHECKING, Union, get_args

from anleitung.core.phone.actions.base import Step


def _discovered() -> tuple[type[Step], ...]:
    for info in pkgutil.iter_modules(__path__, f"{__name__}."):
        import_module(info.name)
    found = {action.__module__: action for action in Step.__subclasses__()}
    return tuple(found[m] for m in sorted(found) if m.startswith(__name__))


ACTIONS: tuple[type[Step], ...] = _discovered()


def name_of(action: type[Step]) -> str:
    """As it stands in a guide: "boot-once"."""
    [name] = get_args(action.model_fields["action"].annotation)
    return str(name)


if TYPE_CHECKING:
    AnyAction = Step
else:
    AnyAction = Union[ACTIONS]  # noqa: UP007  made of a tuple

__all__ = ["ACTIONS", "AnyAction", "Step", "name_of"]
