"""What a guide is for, read off its promise, its steps and its files."""

from collections.abc import Iterable
from typing import Literal

from anleitung.core.conditions.model import Condition, EverySlot, Is, conjuncts
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import actions_of

Aim = Literal["unlock", "base", "recovery", "install", "update", "root", "second", "back", "other"]
# In the order in which a phone goes through them.
AIMS: tuple[Aim, ...] = (
    "unlock",
    "base",
    "recovery",
    "install",
    "update",
    "root",
    "second",
    "back",
    "other",
)


def aim_of(bundle: Bundle) -> Aim:
    promised = _stated([p.condition for p in bundle.guide.promise.holds])
    if promised.get("root") == "present":
        return "root"
    if "second" in promised:
        return "second"
    steps = actions_of(bundle.guide)
    used = {f for step in steps if not step.only_fetches for f in step.used_files()}
    packages = [p for p in bundle.packages if p.id in used]
    systems = {p.content.family for p in packages if p.content and p.content.platform}
    if systems:
        before = _stated(conjuncts(bundle.guide.admission.condition)).get("system")
        if before in systems:
            return "update"
        return "back" if "stock" in systems else "install"
    if any(step.updates_system for step in steps):
        return "update"
    if any(step.command_key() == "unlock" for step in steps):
        return "unlock"
    roles = {p.role for p in packages if p.content is not None}
    if "recovery" in roles:
        return "recovery"
    return "base" if "firmware" in roles else "other"


def _stated(conditions: Iterable[Condition]) -> dict[str, str]:
    """The facts that are said outright to have a value, in one slot or in each."""
    found = {}
    for condition in conditions:
        inner = condition.of if isinstance(condition, EverySlot) else condition
        if isinstance(inner, Is):
            found[inner.fact] = inner.value
    return found
