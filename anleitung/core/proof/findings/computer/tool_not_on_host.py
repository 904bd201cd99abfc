"""The tool does not run on the host system of the reader."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="tool-not-on-host",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_("{subject} does not run on this host system."),
    why=N_("The commands are those of another host system, and the reader has none."),
    remedy=N_("Narrow the admission to the host systems of the tool, or name another tool"),
)
