"""The partitions of a phone as rails: one a slot, and one for what stands once."""

from pydantic import BaseModel

from anleitung.core.documents.layout import Layout, Partition
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _

ROLES = Texts(
    {
        "boot": N_("kernel image"),
        "ramdisk": N_("first ramdisk"),
        "recovery": N_("recovery"),
        "system": N_("system"),
        "extra": N_("belongs to the system"),
        "firmware": N_("firmware base"),
        "unique": N_("only this one phone's"),
        "other": N_("other"),
    }
)
BY_STOCK, BY_NOBODY_ELSE = "S", "U"


class CellOut(BaseModel):
    """letter: who wrote it on a phone as it is sold; says: all that is known of it, in words."""

    name: str
    letter: str
    role: str
    is_checked: bool
    is_firmware: bool
    is_unique: bool
    is_inner: bool
    says: str


class RailOut(BaseModel):
    name: str
    cells: list[CellOut]


class RailsOut(BaseModel):
    """facts: what the layout means, a sentence each."""

    rails: list[RailOut]
    container: str
    facts: list[str]


def draw_rails(layout: Layout) -> RailsOut:
    is_dual = layout.slots == "dual"
    in_slots = [p for p in layout.partitions if not (is_dual and p.is_drawn_once)]
    once = [p for p in layout.partitions if is_dual and p.is_drawn_once]
    names = (_("slot a"), _("slot b")) if is_dual else (_("the one slot"),)
    rails = [RailOut(name=name, cells=_cells(in_slots, layout)) for name in names]
    if once:
        rails.append(RailOut(name=_("exists once"), cells=_cells(once, layout)))
    return RailsOut(rails=rails, container=layout.container or "", facts=_facts(layout))


def _cells(parts: list[Partition], layout: Layout) -> list[CellOut]:
    """Inner partitions stand together, so that their container can be drawn around them."""
    ordered = [p for p in parts if not p.inner] + [p for p in parts if p.inner]
    return [_cell(p, layout) for p in ordered]


def _cell(part: Partition, layout: Layout) -> CellOut:
    says = [_(ROLES[part.role])]
    if part == layout.first_ramdisk and part.role != "ramdisk":
        says.append(_("holds the first ramdisk"))
    says.append(_("checked at start while locked") if part.starts_checked else _("not checked"))
    if part.inner:
        says.append(_("inside {container}").format(container=layout.container))
    return CellOut(
        name=part.name,
        letter=BY_NOBODY_ELSE if part.role == "unique" else BY_STOCK,
        role=_(ROLES[part.role]),
        is_checked=part.starts_checked,
        is_firmware=part.role == "firmware",
        is_unique=part.role == "unique",
        is_inner=part.inner,
        says=f"{part.name}: {', '.join(says)}",
    )


def _facts(layout: Layout) -> list[str]:
    checked = [p.name for p in layout.partitions if p.starts_checked]
    keys = _("the maker's keys, or one that the owner enrolled") if layout.own_keys else None
    found = [
        _("Two slots; one runs, the other waits.")
        if layout.slots == "dual"
        else _("A single slot."),
        _("The first ramdisk is in {name}.").format(name=layout.first_ramdisk.name),
        _("It has a recovery partition.")
        if layout.with_role("recovery")
        else _(
            "It has no recovery partition: a recovery is started once, or stands in {name}."
        ).format(name=layout.first_ramdisk.name),
        _("While locked, the start checks {names} against {keys}.").format(
            names=", ".join(checked), keys=keys or _("the maker's keys")
        )
        if checked
        else _("Nothing is checked at start."),
        _("Firmware base: {names}.").format(
            names=", ".join(p.name for p in layout.with_role("firmware"))
        ),
    ]
    unique = [p.name for p in layout.with_role("unique")]
    if unique:
        found.append(
            _("Unique to one phone, never to be copied from another: {names}.").format(
                names=", ".join(unique)
            )
        )
    return found
