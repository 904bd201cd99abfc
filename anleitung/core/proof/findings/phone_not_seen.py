"""The first command that writes comes before anybody saw that the tool sees the phone."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="phone-not-seen",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="tool",
    says=_("Nobody has seen yet that {subject} sees the phone, and the step writes."),
    why=_(
        "A tool that sees no phone, or another one, fails in ways that look like a broken phone."
    ),
    remedy=_("See that the phone is there before the first command"),
)
