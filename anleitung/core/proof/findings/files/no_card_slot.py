"""A card is used on a phone that has no slot for one."""

from typing import Any

from anleitung.core.marked import N_
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.place import PlaceFile
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-card-slot",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("This phone has no slot for a card."),
    why=N_("The reader cannot do it."),
    remedy=N_("Use the internal storage, or sideload"),
)


def _to_internal(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    if isinstance(step, PlaceFile):
        return {"to": "internal"}
    return {"source": "internal"} if isinstance(step, Install) else {}


fix = change_step(N_("Use the internal storage"), _to_internal)
