"""A switch of a window program is left as somebody left it last time, and its other value harms."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="option-unsaid",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("Nothing says how “{subject}” must stand, and the tool keeps it as it was last time."),
    why=_("On the computer of the author it stood right."),
    remedy=_("Say in the step how it must stand"),
)
