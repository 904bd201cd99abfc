"""The recovery that stands there is made for another variant."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="recovery-of-another-variant",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("No recovery comes up: the image in {subject} is made for another variant."),
    why=N_("It is as silent as a phone that hangs, and there is no menu to get out of it."),
    remedy=N_("Take the recovery for this variant"),
)
