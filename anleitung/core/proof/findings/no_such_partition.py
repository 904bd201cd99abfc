"""The layout of this codename has no such partition."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-partition",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("This phone has no partition called {subject}."),
    why=_("The tool refuses, or on a careless one something else is written."),
    remedy=_("Name a partition of the layout"),
)
