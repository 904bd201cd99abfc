"""The short forms of every action, as their modules give them."""

from anleitung.core.guide.script import RunScript
from anleitung.core.phone.actions import ACTIONS, Step, name_of
from anleitung.core.shorthand.form import Form, form_of

_WRITTEN: tuple[type[Step], ...] = (*ACTIONS, RunScript)
BY_NAME: dict[str, type[Step]] = {name_of(action): action for action in _WRITTEN}

FORMS: dict[str, tuple[Form, ...]] = {
    name: tuple(map(form_of, action.short)) for name, action in BY_NAME.items()
}
