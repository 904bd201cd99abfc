"""A step by hand."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="on-trust",
    kind=Kind.CONSEQUENCE,
    severity=Severity.NOTE,
    says=_(
        "What this step does is taken on trust: the model only knows what its author says of it."
    ),
    why=_("A proof is as good as what goes into it."),
    remedy=_("Use a typed step as soon as there is one"),
)
