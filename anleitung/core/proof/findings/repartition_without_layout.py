"""The partition table is written anew without a file that says how."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="repartition-without-layout",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=_(
        "{subject} writes the partition table anew, and no file says how it must be: this "
        "ends the phone."
    ),
    why=_("Calibration and identity go with the old table, and nothing brings them back."),
    remedy=_("Turn the option off, and say so in the step"),
)
