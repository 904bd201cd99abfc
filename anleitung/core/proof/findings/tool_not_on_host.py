"""The tool does not run on the host system of the reader."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="tool-not-on-host",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=_("{subject} does not run on this host system."),
    why=_("The commands are those of another host system, and the reader has none."),
    remedy=_("Narrow the admission to the host systems of the tool, or name another tool"),
)
