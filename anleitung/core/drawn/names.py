"""Names that stand for more than one phone: who shares them, and how to tell."""

from collections.abc import Sequence
from gettext import gettext as _

from pydantic import BaseModel

from anleitung.core.documents.device import Device, Variant


class NamesakeOut(BaseModel):
    """name: a market name; says: what it stands for; tell: how to tell, a sentence each."""

    name: str
    says: str
    tell: list[str]
    codenames: list[str]


def find_namesakes(device: Device, others: Sequence[Device]) -> list[NamesakeOut]:
    """Only names that stand for several codenames, or for several variants of this one."""
    found = []
    for name in device.market_names:
        sharing = [
            o for o in others if o.codename != device.codename and fits(name, o.market_names)
        ]
        variants = variants_sold_as(device, name)
        if sharing:
            names = ", ".join([device.codename, *(o.codename for o in sharing)])
            says = _("{name} is the name of several codenames: {names}.")
            tell = [
                _("{codename}: the build begins with {builds}; look under {where}").format(
                    codename=d.codename,
                    builds="".join(d.build_names) or _("what its maker writes"),
                    where=d.where_the_build_is_shown,
                )
                for d in (device, *sharing)
            ]
            found.append(
                NamesakeOut(
                    name=name,
                    says=says.format(name=name, names=names),
                    tell=tell,
                    codenames=[o.codename for o in sharing],
                )
            )
        elif len(variants) > 1:
            ids = ", ".join(v.id for v in variants)
            says = _("{name} is one name for {count} variants: {ids}.")
            found.append(
                NamesakeOut(
                    name=name,
                    says=says.format(name=name, count=len(variants), ids=ids),
                    tell=[f"{v.id}: {v.told_apart_by}" for v in variants],
                    codenames=[],
                )
            )
    return found


def fits(name: str, names: Sequence[str]) -> bool:
    return name.casefold() in (n.casefold() for n in names)


def variants_sold_as(device: Device, name: str) -> tuple[Variant, ...]:
    return tuple(v for v in device.variants if not v.market_names or fits(name, v.market_names))
