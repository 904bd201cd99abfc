"""A part of the admission turns away phones to which, for all that is known, nothing happens."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.change_frame import without_ban

FINDING = Finding(
    id="guards-nothing",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    about="condition",
    says=N_(
        "The admission asks that {subject}; without it nothing would go wrong on any phone "
        "that the model knows."
    ),
    why=N_("A ban that guards nothing teaches readers to pass over bans."),
    remedy=N_("Leave it out, or say in the prose what it guards against"),
)


fix = without_ban
