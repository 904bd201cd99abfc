"""A key is enrolled on a phone that takes none."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="own-keys-not-taken",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("This codename takes no key of its owner."),
    why=_("The command is refused, and a locked phone starts only what its maker signed."),
    remedy=_("Leave the bootloader open"),
)
