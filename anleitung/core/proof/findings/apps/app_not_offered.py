"""An app is installed that nothing offers on the phone, and no file brings it."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="app-not-offered",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=N_("{subject} is not offered on the phone, and no file brings it."),
    why=N_("The reader finds no such app, or another one of the same name."),
    remedy=N_("Bring it as a file, or install what offers it before"),
)
