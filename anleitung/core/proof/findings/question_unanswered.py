"""The phone waits for an answer that no step gives."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="question-unanswered",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The phone asks “{subject}” and waits for ever; no step answers."),
    why=_("What the step before was for does not happen, and the reader does not know why."),
    remedy=_("Add a step that answers it"),
)
