"""Unlocking begins without its code."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="unlock-code-missing",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The bootloader asks for a code or a file here, and nobody has asked for it yet."),
    why=_("It takes the maker hours or days to send one."),
    remedy=_("Ask for it in a step before"),
)
