"""Where a reader sees what a step asks for."""

from collections.abc import Mapping

from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import Typed
from anleitung.core.phone.world import Phone

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


def seen_in(fact: str) -> frozenset[str] | None:
    """The modes in which a fact is shown, None for any."""
    if fact.startswith("app."):
        return _SYSTEM
    return SEEN.get(fact)


def require_seen(phone: Phone, asked: Typed) -> None:
    """What is asked for can be read off where the phone is now."""
    shown: frozenset[str] | None = None
    for fact in sorted({atom.fact for atom in atoms(asked.condition)}):
        modes = seen_in(fact)
        if modes is not None:
            shown = modes if shown is None else shown & modes
    if shown is not None and not phone.isin("mode", shown):
        phone.find("check-misleads", str(asked))
