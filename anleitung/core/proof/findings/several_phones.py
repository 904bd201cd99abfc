"""Another phone is on the same computer."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="several-phones",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="tool",
    says=_("Another phone is plugged in, and {subject} may take that one."),
    why=_("The command goes to the wrong phone, and nothing says so."),
    remedy=_("Have every other phone unplugged before"),
)
