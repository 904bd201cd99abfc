"""Partitions that belong together come from different systems."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="parts-of-different-systems",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("The phone hangs at boot: {subject} does not come from the system that is installed."),
    why=N_("A kernel or ramdisk of another system cannot start this one."),
    remedy=N_("Write the parts from one system"),
)
