"""The catalogue of actions, listed by hand in the order in which a guide would use them."""

from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.boot_once import BootOnce
from anleitung.core.phone.actions.check import Check
from anleitung.core.phone.actions.connect import Connect
from anleitung.core.phone.actions.derive import Derive
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.actions.fetch import Fetch
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.place import Place
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.set_up import SetUp
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.phone.actions.unlock import Unlock

ACTIONS: tuple[type[Step], ...] = (
    Check,
    BackUp,
    SwitchSetting,
    Connect,
    EnterMode,
    Unlock,
    Obtain,
    Place,
    Derive,
    Fetch,
    Flash,
    BootOnce,
    FormatData,
    Install,
    Restart,
    SetUp,
)

AnyAction = (
    Check
    | BackUp
    | SwitchSetting
    | Connect
    | EnterMode
    | Unlock
    | Obtain
    | Place
    | Derive
    | Fetch
    | Flash
    | BootOnce
    | FormatData
    | Install
    | Restart
    | SetUp
)

__all__ = ["ACTIONS", "AnyAction", "Step"]
