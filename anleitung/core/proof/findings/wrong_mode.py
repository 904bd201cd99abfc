"""A step needs the phone in a mode that it is not in."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="wrong-mode",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="mode",
    says=_("The phone is not in the mode that this step needs: {subject}."),
    why=_(
        "The step cannot be done, and a reader who tries other keys at random may end up in a "
        "mode that erases."
    ),
    remedy=_("Put the step that enters this mode before it"),
)
