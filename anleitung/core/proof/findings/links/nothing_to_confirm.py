"""The phone is asked to agree to a computer while debugging is off."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="nothing-to-confirm",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The phone shows no question to agree to, because debugging is off."),
    why=N_("The reader waits for a question that never comes."),
    remedy=N_("Turn on debugging before this step"),
)


fix = insert(
    lambda: SwitchSetting(action="switch", id="debugging-on", setting="debugging", to="on")
)
