"""Names that stand for more than one phone: who shares them, and how to tell."""

from collections.abc import Sequence

from pydantic import BaseModel

from anleitung.core.documents.device import Device, Variant
from anleitung.core.marked import gettext as _


class NamesakeOut(BaseModel):
    """names: market names; says: what they stand for; tell: how to tell, a sentence each."""

    names: list[str]
    says: str
    tell: list[str]
    codenames: list[str]


def find_namesakes(device: Device, others: Sequence[Device]) -> list[NamesakeOut]:
    """Only names that stand for several codenames, or for several variants of this one."""
    found = []
    shared: dict[tuple[str, ...], list[str]] = {}
    for name in device.market_names:
        sharing = [
            o for o in others if o.codename != device.codename and fits(name, o.market_names)
        ]
        if sharing:
            found.append(_of_codenames(name, device, sharing))
            continue
        ids = tuple(v.id for v in variants_sold_as(device, name))
        if len(ids) > 1:
            shared.setdefault(ids, []).append(name)
    return [*found, *(_of_variants(names, ids, device) for ids, names in shared.items())]


def _of_codenames(name: str, device: Device, sharing: Sequence[Device]) -> NamesakeOut:
    says = _("{name} is the name of several codenames: {codenames}.")
    tell = _("{codename}: the build begins with {builds}; look under {where}")
    return NamesakeOut(
        names=[name],
        says=says.format(
            name=name, codenames=", ".join([device.codename, *(o.codename for o in sharing)])
        ),
        tell=[
            tell.format(
                codename=d.codename,
                builds="".join(d.build_names) or _("what its maker writes"),
                where=d.where_the_build_is_shown,
            )
            for d in (device, *sharing)
        ],
        codenames=[o.codename for o in sharing],
    )


def _of_variants(names: list[str], ids: tuple[str, ...], device: Device) -> NamesakeOut:
    says = (
        _("{names} is one name for {count} variants: {ids}.")
        if len(names) == 1
        else _("{names} are names for {count} variants each: {ids}.")
    )
    return NamesakeOut(
        names=names,
        says=says.format(names=", ".join(names), count=len(ids), ids=", ".join(ids)),
        tell=[f"{v.id}: {v.told_apart_by}" for v in device.variants if v.id in ids],
        codenames=[],
    )


def fits(name: str, names: Sequence[str]) -> bool:
    return name.casefold() in (n.casefold() for n in names)


def variants_sold_as(device: Device, name: str) -> tuple[Variant, ...]:
    return tuple(v for v in device.variants if not v.market_names or fits(name, v.market_names))
