"""What readers may want of a phone: aims in words, read off what the guides promise."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import product

from anleitung.core.conditions.model import Condition, all_of, any_of, atoms
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import gettext as _
from anleitung.core.proof.explain.links import with_choices
from anleitung.core.routes.ground import Ground


@dataclass(frozen=True)
class NamedAim:
    """id: stays the same; words: as a reader says it."""

    id: str
    words: str
    condition: Condition


def aims_of(ground: Ground) -> list[NamedAim]:
    """Life with the phone first, then what each guide promises, by its title."""
    found = [a for a in _of_life(ground) if _can_be_told(ground, a.condition)]
    for name, bundle in ground.bundles.items():
        if name.startswith("update "):
            continue
        told = _promised(bundle)
        if atoms(told) and _can_be_told(ground, told):
            words = _("what “{title}” promises").format(title=bundle.guide.title)
            found.append(NamedAim(f"guide:{name}", words, told))
    return found


def _promised(bundle: Bundle) -> Condition:
    """All that it promises, for one way or another to make its choices."""
    promised = [p.condition for p in bundle.guide.promise.holds]
    used = {atom.fact for condition in promised for atom in atoms(condition)}
    asked = {f"option.{name}": c for name, c in bundle.options.items() if f"option.{name}" in used}
    ways = [dict(zip(asked, made, strict=True)) for made in product(*asked.values())]
    return any_of([all_of([with_choices(c, way) for c in promised]) for way in ways])


def _of_life(ground: Ground) -> Iterator[NamedAim]:
    device = ground.world.device
    promised = {str(p) for b in ground.bundles.values() for p in b.guide.promise.holds}
    for system in device.other_systems:
        if f"system is {system.id}" in promised:
            says = _("install {name}").format(name=system.name)
            yield _aim(f"system:{system.id}", says, f"system is {system.id} and mode is system")
            rooted = _("install {name}, with root").format(name=system.name)
            if "root is present" in promised:
                yield _aim(
                    f"rooted:{system.id}", rooted, f"system is {system.id} and root is present"
                )
    yield _aim("unlocked", _("unlock the bootloader"), "bootloader is unlocked and mode is system")
    yield _aim("stock", _("go back to the maker’s system"), "system is stock and mode is system")
    yield _aim(
        "sale",
        _("make it ready for sale: the maker’s system, locked, nothing of yours on it"),
        "system is stock and bootloader is locked and mode is system and apps is gone"
        " and account is none",
    )


def _aim(name: str, words: str, text: str) -> NamedAim:
    return NamedAim(name, words, Typed.parse(text).condition)


def _can_be_told(ground: Ground, condition: Condition) -> bool:
    return all(atom.fact in ground.vocabulary for atom in atoms(condition))
