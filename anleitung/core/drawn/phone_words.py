"""What a codename document says, in sentences: unlocking, hardware, carriers, habits."""

from pydantic import BaseModel

from anleitung.core.documents.device import Device
from anleitung.core.documents.unlocking import Carrier, SwitchCause
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _

WAYS = Texts(
    {
        "command": N_("By a plain command in bootloader mode."),
        "maker-code": N_("By a code of the maker, made from a token that the phone shows."),
        "account-wait": N_("After {days} days with an account signed in."),
        "signed-file": N_("By a file that the maker signs for one phone."),
        "never": N_("Never: its maker does not permit it."),
    }
)
CAUSES = Texts(
    {
        "carrier": N_("sold by {carrier}"),
        "patch-level": N_("patch level before {level}"),
        "no-network": N_("not online yet"),
        "account": N_("account not signed in for long enough"),
        "other": N_("by design"),
    }
)
HABITS = Texts(
    {
        "restores_recovery": N_("Restores its own recovery at the first start."),
        "resets_switches": N_("Resets the developer switches after a wipe."),
        "raises_rollback_index": N_(
            "Raises the rollback index after an update: no way back before it."
        ),
        "updates_itself": N_("Updates itself."),
    }
)


class CauseOut(BaseModel):
    """looks: missing or grey."""

    looks: str
    why: str
    remedy: str


class UnlockingOut(BaseModel):
    says: list[str]
    causes: list[CauseOut]


def unlocking_words(device: Device) -> UnlockingOut:
    u = device.unlocking
    says = [_(WAYS[u.way]).format(days=u.wait_days)]
    if u.token_shown:
        says.append(_("The token: {where}.").format(where=u.token_shown))
    if u.asked_from:
        says.append(_("It comes from {where}.").format(where=u.asked_from))
    if u.way != "never":
        takes = ", ".join([_("all user data"), *u.takes])
        says.append(_("It takes {what}.").format(what=takes))
    if u.switch:
        says.append(_("The switch: {where}.").format(where=u.switch))
    if u.seen_after:
        says.append(_("That it worked is seen by this: {what}.").format(what=u.seen_after))
    return UnlockingOut(says=says, causes=[_cause(c, device) for c in u.missing_because])


def _cause(cause: SwitchCause, device: Device) -> CauseOut:
    carrier = next((c.name for c in device.carriers if c.id == cause.carrier), cause.carrier)
    return CauseOut(
        looks=_("grey") if cause.grey else _("missing"),
        why=_(CAUSES[cause.cause]).format(carrier=carrier, level=cause.least_patch_level),
        remedy=cause.remedy,
    )


def carrier_words(carrier: Carrier) -> str:
    match carrier.unlocking:
        case "permitted":
            return _("{name} permits unlocking").format(name=carrier.name)
        case "after-wait":
            return _("{name} permits unlocking after {days} days").format(
                name=carrier.name, days=carrier.wait_days
            )
        case "never":
            return _("{name} never permits unlocking").format(name=carrier.name)


def hardware_words(device: Device) -> list[str]:
    h = device.hardware
    found = []
    if h.storage_gb:
        sizes = _(" or ").join(map(str, h.storage_gb))
        found.append(_("Storage {sizes} GB").format(sizes=sizes))
    found.append(_("card slot") if h.card_slot else _("no card slot"))
    if h.battery_mah:
        out = _("can be taken out by hand") if h.battery_removable else _("built in")
        found.append(_("battery {mah} mAh, {out}").format(mah=f"{h.battery_mah:,}", out=out))
    return found


def habit_words(device: Device) -> list[str]:
    return [_(words) for name, words in HABITS.items() if getattr(device.stock, name)]
