"""The base may have changed between two legs."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="base-may-have-moved",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=N_(
        "{subject} wants a certain firmware base, and the stock system may have updated "
        "itself since."
    ),
    why=N_("The base that was right this morning is another one by the evening."),
    remedy=N_("Turn off updates by themselves first, or check the base again"),
)


fix = insert(lambda: SwitchSetting(action="switch", id="stay", setting="auto-update", to="off"))
