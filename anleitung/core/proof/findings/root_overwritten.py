"""A recovery writes itself over the root that was just installed."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="root-overwritten",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("Here the recovery writes itself over the root that was installed before."),
    why=_("Root is gone at the next start, and the reader installs it again and again."),
    remedy=_("Turn the switch of the recovery off, or install root after it"),
)
