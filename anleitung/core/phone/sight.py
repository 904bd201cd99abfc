"""Where a reader sees what a step asks for."""

from collections.abc import Mapping

from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import Typed
from anleitung.core.documents.own_fact import Sight
from anleitung.core.phone.world import Phone, World

_SYSTEM = frozenset({"system"})
_OUTSIDE = frozenset({"system", "bootloader", "download", "userspace"})
# Fact → the modes in which it is shown; what is not named is seen on the phone's case, on the
# computer, or on the screen of any mode.
SEEN: Mapping[str, frozenset[str]] = {
    **dict.fromkeys(
        (
            "system",
            "build",
            "platform",
            "data",
            "apps",
            "media",
            "account",
            "screen-lock",
            "auto-update",
            "debugging",
            "unlock-switch",
            "root",
            "protected-content",
            "update",
            "second",
            "running-system",
        ),
        _SYSTEM,
    ),
    **dict.fromkeys(("base", "slot", "bootloader", "warranty"), _OUTSIDE),
    "recovery": frozenset({"recovery"}),
    "recovery-there": frozenset({"recovery"}),
    "battery": _OUTSIDE | {"recovery", "off"},
    "encrypted": frozenset({"system", "recovery"}),
}


def sight_of(world: World, fact: str) -> Sight | None:
    """Where the documents say that a fact is seen, None where they do not."""
    own = world.own.get(fact)
    if own is not None:
        return own.seen
    return next((s for s in world.device.sights if s.fact == fact), None)


def seen_in(world: World, fact: str) -> frozenset[str] | None:
    """The modes in which a fact is shown, None for any."""
    told = sight_of(world, fact)
    if told is not None:
        return frozenset(told.modes) or None
    if fact.startswith("app."):
        return _SYSTEM
    return SEEN.get(fact)


def require_seen(phone: Phone, world: World, asked: Typed) -> None:
    """What is asked for can be read off where the phone is now."""
    shown: frozenset[str] | None = None
    for fact in sorted({atom.fact for atom in atoms(asked.condition)}):
        modes = seen_in(world, fact)
        if modes is not None:
            shown = modes if shown is None else shown & modes
    if shown is not None and not phone.isin("mode", shown):
        phone.find("check-misleads", str(asked))
