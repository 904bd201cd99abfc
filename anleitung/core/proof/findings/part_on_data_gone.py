"""A system kept a part of itself on the user data, which was made anew after it was installed."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="part-on-data-gone",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_(
        "The phone hangs at the start: the system keeps a part of itself on the user data, "
        "and that is gone."
    ),
    why=_("The data was made anew after the installation, and the part went with it."),
    remedy=_("Format data before the installation, not after it"),
)
