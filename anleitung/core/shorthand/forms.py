"""The short forms of every action, as their modules give them."""

from anleitung.core.phone.actions import ACTIONS, name_of
from anleitung.core.shorthand.form import Form, form_of

FORMS: dict[str, tuple[Form, ...]] = {
    name_of(action): tuple(map(form_of, action.short)) for action in ACTIONS
}
