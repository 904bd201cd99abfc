"""The catalogue of actions, listed by hand in the order in which a guide would use them."""

from anleitung.core.phone.actions.answer import Answer
from anleitung.core.phone.actions.app import App
from anleitung.core.phone.actions.ask_for_code import AskForCode
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.boot_once import BootOnce
from anleitung.core.phone.actions.by_hand import ByHand
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.phone.actions.check import Check
from anleitung.core.phone.actions.clear_link import ClearLink
from anleitung.core.phone.actions.connect import Connect
from anleitung.core.phone.actions.delete import Delete
from anleitung.core.phone.actions.derive import Derive
from anleitung.core.phone.actions.disconnect import Disconnect
from anleitung.core.phone.actions.enroll_key import EnrollKey
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.actions.fetch import Fetch
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.flash_set import FlashSet
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.install_driver import InstallDriver
from anleitung.core.phone.actions.keep_recovery import KeepRecovery
from anleitung.core.phone.actions.menu import Menu
from anleitung.core.phone.actions.mount import Mount
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.open_storage import OpenStorage
from anleitung.core.phone.actions.place import Place
from anleitung.core.phone.actions.relock import Relock
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.phone.actions.rename import Rename
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.restore import Restore
from anleitung.core.phone.actions.second import Second
from anleitung.core.phone.actions.see_phone import SeePhone
from anleitung.core.phone.actions.set_active import SetActive
from anleitung.core.phone.actions.set_up import SetUp
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.phone.actions.unlock import Unlock
from anleitung.core.phone.actions.unpack import Unpack
from anleitung.core.phone.actions.wait import Wait
from anleitung.core.phone.actions.wipe import Wipe
from anleitung.core.phone.actions.write_from_system import WriteFromSystem
from anleitung.core.phone.actions.write_window import WriteWindow

ACTIONS: tuple[type[Step], ...] = (
    Check,
    BackUp,
    Charge,
    Remove,
    SwitchSetting,
    ClearLink,
    InstallDriver,
    Connect,
    SeePhone,
    EnterMode,
    Answer,
    Disconnect,
    AskForCode,
    Unlock,
    Obtain,
    Unpack,
    Rename,
    Delete,
    Place,
    Derive,
    Fetch,
    Flash,
    FlashSet,
    WriteWindow,
    EnrollKey,
    SetActive,
    BootOnce,
    KeepRecovery,
    Menu,
    OpenStorage,
    Mount,
    Wipe,
    FormatData,
    Install,
    Restart,
    Wait,
    SetUp,
    App,
    WriteFromSystem,
    Second,
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
    | ClearLink
    | InstallDriver
    | Connect
    | SeePhone
    | EnterMode
    | Answer
    | Disconnect
    | AskForCode
    | Unlock
    | Obtain
    | Unpack
    | Rename
    | Delete
    | Place
    | Derive
    | Fetch
    | Flash
    | FlashSet
    | WriteWindow
    | EnrollKey
    | SetActive
    | BootOnce
    | KeepRecovery
    | Menu
    | OpenStorage
    | Mount
    | Wipe
    | FormatData
    | Install
    | Restart
    | Wait
    | SetUp
    | App
    | WriteFromSystem
    | Second
    | Restore
    | Relock
    | ByHand
)

__all__ = ["ACTIONS", "AnyAction", "Step"]
