"""The host does not see the phone, or the phone has not agreed to it."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.actions.connect import Connect
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, inserted
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-link",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="link",
    says=N_("The computer cannot reach the phone here: {subject}."),
    why=N_(
        "Every command of this step fails, and the reader looks for a fault where there is none."
    ),
    remedy=N_(
        "Connect the phone before this step, and let it agree to the computer where the "
        "system is running"
    ),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    plug = Connect(action="connect", id="plug")
    on = SwitchSetting(action="switch", id="debugging-on", setting="debugging", to="on")
    agree = Connect(action="connect", id="agree", confirm=True)
    if found.subject == "cable":
        yield from inserted(compiled, found.step, plug)
    yield from inserted(compiled, found.step, agree)
    yield from inserted(compiled, found.step, on, agree)
