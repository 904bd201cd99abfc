"""A tool is there in a version that is not allowed."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="tool-of-another-version",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=_("{subject} is there in another version than those allowed."),
    why=_("Other versions know other commands, or do another thing under the same name."),
    remedy=_("Obtain the right version before"),
)
