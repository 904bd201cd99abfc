"""An app wants root, and the phone has none to give."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-root-to-give",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=N_("{subject} gets no root: there is none on the phone, or it was not given."),
    why=N_("The app says so, or does nothing without a word."),
    remedy=N_("Install root and grant it first"),
)
