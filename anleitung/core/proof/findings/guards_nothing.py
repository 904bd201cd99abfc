"""A part of the admission turns away phones to which, for all that is known, nothing happens."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="guards-nothing",
    kind=Kind.COURSE,
    severity=Severity.NOTE,
    about="condition",
    says=_(
        "The admission asks that {subject}; without it nothing would go wrong on any phone "
        "that the model knows."
    ),
    why=_("A ban that guards nothing teaches readers to pass over bans."),
    remedy=_("Leave it out, or say in the prose what it guards against"),
)
