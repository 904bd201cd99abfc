"""A check is asked for where the line that is read belongs to something else."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="check-misleads",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=_(
        "Here nobody can see whether {subject}: the line that is shown belongs to something else."
    ),
    why=_("Readers compare the wrong line, and are sure."),
    remedy=_(
        "Ask for it where it is shown: the system in the system, the base in the bootloader "
        "or the system"
    ),
)
