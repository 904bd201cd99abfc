"""An image is larger than its partition."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="image-too-large",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("The image does not go into {subject}: it is larger than the room there."),
    why=N_("The tool stops half way, and the partition holds neither the old nor the new."),
    remedy=N_("Take a smaller image, or make room in the container first"),
)


fix = leave_out
