"""An image made for another variant is started once."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="boot-once-of-another-variant",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is made for another variant and does not start here."),
    why=N_("The screen stays black until the reader holds the power key; nothing was written."),
    remedy=N_("Use the image for this variant"),
)
