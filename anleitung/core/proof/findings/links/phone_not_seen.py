"""The first command that writes comes before anybody saw that the tool sees the phone."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.see_phone import SeePhone
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made

FINDING = Finding(
    id="phone-not-seen",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="tool",
    says=N_("Nobody has seen yet that {subject} sees the phone, and the step writes."),
    why=N_(
        "A tool that sees no phone, or another one, fails in ways that look like a broken phone."
    ),
    remedy=N_("See that the phone is there before the first command"),
)


fix = insert_made(lambda c, f: (SeePhone(action="see-phone", id="see", tool=f.subject),))
