"""An image is written and its package does not say what it holds."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="content-not-described",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_(
        "Nobody has written down what {subject} contains, so nothing after this step can be proved."
    ),
    why=_("What is not known cannot be promised."),
    remedy=_("Add content to the package"),
)
