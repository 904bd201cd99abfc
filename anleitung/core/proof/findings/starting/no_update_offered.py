"""The maker offers this update to no such phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-update-offered",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "These phones are not offered {subject}: they run another system, "
        "another line of builds, or this one or a newer one already."
    ),
    why=N_("A reader waits for an update that never comes, or takes another one."),
    remedy=N_("Admit the phones that it is offered to, or branch on the build"),
)
