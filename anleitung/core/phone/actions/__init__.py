"""The catalogue of actions, listed by hand in the order in which a guide would use them."""

from anleitung.core.phone.actions.answer import Answer
from anleitung.core.phone.actions.ask_for_code import AskForCode
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.boot_once import BootOnce
from anleitung.core.phone.actions.by_hand import ByHand
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.phone.actions.check import Check
from anleitung.core.phone.actions.connect import Connect
from anleitung.core.phone.actions.delete import Delete
from anleitung.core.phone.actions.derive import Derive
from anleitung.core.phone.actions.enroll_key import EnrollKey
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.actions.fetch import Fetch
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.flash_set import FlashSet
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.place import Place
from anleitung.core.phone.actions.relock import Relock
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.phone.actions.rename import Rename
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.restore import Restore
from anleitung.core.phone.actions.set_active import SetActive
from anleitung.core.phone.actions.set_up import SetUp
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.phone.actions.unlock import Unlock
from anleitung.core.phone.actions.wipe import Wipe

ACTIONS: tuple[type[Step], ...] = (
    Check,
    BackUp,
    Charge,
    Remove,
    SwitchSetting,
    Connect,
    EnterMode,
    Answer,
    AskForCode,
    Unlock,
    Obtain,
    Rename,
    Delete,
    Place,
    Derive,
    Fetch,
    Flash,
    FlashSet,
    EnrollKey,
    SetActive,
    BootOnce,
    Wipe,
    FormatData,
    Install,
    Restart,
    SetUp,
    Restore,
    Relock,
    ByHand,
)

AnyAction = (
    Check
    | BackUp
    | Charge
    | Remove
    | SwitchSetting
    | Connect
    | EnterMode
    | Answer
    | AskForCode
    | Unlock
    | Obtain
    | Rename
    | Delete
    | Place
    | Derive
    | Fetch
    | Flash
    | FlashSet
    | EnrollKey
    | SetActive
    | BootOnce
    | Wipe
    | FormatData
    | Install
    | Restart
    | SetUp
    | Restore
    | Relock
    | ByHand
)

__all__ = ["ACTIONS", "AnyAction", "Step"]
