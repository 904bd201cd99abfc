"""Firmware of a build that nobody listed was written."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="firmware-not-listed",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=N_(
        "The firmware in {subject} is of a build that is not listed: whether it"
        " fits, and its rollback index, are not known."
    ),
    why=N_("Nobody compared this build with the others of the codename."),
    remedy=N_("Add the build to the builds of the codename, or take one that is listed"),
)
