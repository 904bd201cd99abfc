"""The recovery cannot read the storage on which the file lies."""

from typing import Any

from anleitung.core.marked import N_
from anleitung.core.phone.actions.install import Install
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="storage-not-readable",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The running recovery cannot read the storage on which {subject} lies."),
    why=N_("The user data is encrypted for it, or it reads no card."),
    remedy=N_("Sideload the file, or use a recovery that reads the storage"),
)


def _sideloaded(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    return {"source": "sideload"} if isinstance(step, Install) else {}


fix = change_step(N_("Sideload it"), _sideloaded)
