"""A setting of the running system is switched."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import DocumentPlace, Token
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.own_facts import OWN
from anleitung.core.phone.world import Phone, World

_NAMES = Texts(
    {
        "recovery-update": N_("the switch for updating the recovery with the system"),
        "auto-update": N_("the switch for updates by themselves"),
        "unlock-switch": N_("the switch that allows unlocking"),
        "debugging": N_("the switch for debugging over the cable"),
    }
)

# As the patterns below name them.
SWITCHES = tuple(_NAMES)
SETTING = r"^(unlock-switch|debugging|auto-update|recovery-update|own\.[a-z0-9.-]{1,125})$"


class SwitchSetting(Step):
    """setting: a switch of the stock system, or a fact that a document declares with a switch."""

    action: Literal["switch"]
    setting: Annotated[str, Field(pattern=SETTING)]
    to: Token

    usual = (30, 90)
    for_effect = True
    short = ("switch {setting} {to}",)
    example = {"action": "switch", "setting": "recovery-update", "to": "off"}

    @model_validator(mode="after")
    def _on_or_off(self) -> "SwitchSetting":
        if not self.setting.startswith(OWN) and self.to not in ("on", "off"):
            raise ValueError(f"{self.setting} is switched on or off")
        return self

    def misnamed(self, world: World) -> Iterator[tuple[DocumentPlace, str]]:
        if not self.setting.startswith(OWN):
            return
        fact = world.own.get(self.setting)
        if fact is None or fact.switch is None:
            known = ", ".join([*_NAMES, *(n for n, f in world.own.items() if f.switch)])
            yield ("setting",), f"nothing called {self.setting} can be switched; known are {known}"
        elif self.to not in fact.values:
            yield ("to",), f"{self.setting} has no value {self.to}: {', '.join(fact.values)}"

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        if self.setting == "unlock-switch" and self.to == "on":
            require_permission(phone, world)
            _require_patch_level(phone, world)
        phone.set(self.setting, self.to)
        if (self.setting, self.to) == ("auto-update", "off"):
            phone.set("base-drifts", False)

    def sentence(self, world: World) -> str:
        own = world.own.get(self.setting)
        if own is not None:
            return _("{where}: set {what} to {value}").format(
                where=own.switch, what=own.says, value=self.to
            )
        text = _("Turn on {name}") if self.to == "on" else _("Turn off {name}")
        return text.format(name=_NAMES[self.setting])


def require_permission(phone: Phone, world: World) -> None:
    """The carrier lets this phone be unlocked, and its waiting time is over."""
    never = frozenset(c.id for c in world.device.carriers if c.unlocking == "never")
    waits = frozenset(c.id for c in world.device.carriers if c.unlocking == "after-wait")
    if never and phone.isin("carrier", never):
        phone.stop("unlock-never-permitted", "")
    if waits and phone.isin("carrier", waits) and phone.is_("unlock-wait", "running"):
        phone.stop("unlock-wait-running", "")


def _require_patch_level(phone: Phone, world: World) -> None:
    """On an older patch level than the maker wants, the switch is grey."""
    for cause in world.device.unlocking.missing_because:
        if cause.least_patch_level is not None:
            older = frozenset(
                b.build
                for b in world.builds
                if b.patch_level is not None and b.patch_level[:7] < cause.least_patch_level
            )
            if older and phone.isin(f"cur.{world.system}.build", older):
                phone.stop("unlock-switch-grey", cause.least_patch_level)
