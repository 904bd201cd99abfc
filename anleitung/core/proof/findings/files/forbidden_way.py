"""A file reaches the phone by a way that its document forbids."""

from typing import Any

from anleitung.core.marked import N_
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.place import PlaceFile
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="forbidden-way",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} must not reach the phone this way."),
    why=N_("The document of the file says why; what arrives is not what was sent, or is not read."),
    remedy=N_("Use a way that the file allows"),
)


def _other_way(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    if isinstance(step, PlaceFile):
        return {"by": "pushed" if step.by == "copied" else "copied"}
    return {"source": "internal"} if isinstance(step, Install) else {}


fix = change_step(N_("Bring it the other way"), _other_way)
