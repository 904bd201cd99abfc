"""What readers may want of a phone: aims in words, read off what the guides promise."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import product

from anleitung.core.conditions.model import Condition, Is, all_of, any_of, atoms
from anleitung.core.documents.base import Typed
from anleitung.core.documents.build import Build
from anleitung.core.guide.aim import aim_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import gettext as _
from anleitung.core.proof.explain.links import with_choices
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.search import Aim, holds
from anleitung.core.routes.spread import nearest_phone


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


@dataclass(frozen=True)
class Standing:
    """A phone as it may be by now, and the aims of life that are not reached on it."""

    known: dict[str, str]
    aims: tuple[NamedAim, ...]


def standings_of(ground: Ground) -> list[Standing]:
    """The maker’s system on a locked and on an unlocked phone, and each other system."""
    others = sorted({s.id for s in ground.world.device.other_systems})
    states = [("locked", "stock"), ("unlocked", "stock"), *(("unlocked", s) for s in others)]
    systems = ground.space.facts[ground.space.level_of["system"]].values
    found = []
    for bootloader, system in states:
        if system not in systems:
            continue
        known = {"bootloader": bootloader, "system": system}
        phone = nearest_phone(ground, known)
        if phone is None:
            continue
        state = ground.state_of(phone)
        aims = [a for a in _of_life(ground) if _can_be_told(ground, a.condition)]
        left = tuple(a for a in aims if not holds(ground, Aim(a.condition), state))
        found.append(Standing(known, tuple(a for a in left if _is_apt(a, system))))
    return found


def _is_apt(aim: NamedAim, system: str) -> bool:
    """A system is updated where it runs; the rest may be wanted of any phone."""
    kind, _colon, of = aim.id.partition(":")
    return kind not in ("update", "update-rooted") or of == system


def _of_life(ground: Ground) -> Iterator[NamedAim]:
    device = ground.world.device
    yield from _updates(ground)
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


def _updates(ground: Ground) -> Iterator[NamedAim]:
    """Systems at their newest, as far as a guide or the maker leads there; the base as well."""
    newest = newest_of(ground.world.builds)
    if any(m.is_update for m in ground.moves):
        says = _("update the maker’s system to the newest build of its region")
        yield _aim(
            "update:stock", says, f"system is stock and mode is system and build in {newest}"
        )
    for system in ground.world.device.other_systems:
        ends = [
            _promised(bundle)
            for name, bundle in ground.bundles.items()
            if not name.startswith("update ")
            and aim_of(bundle) == "update"
            and any(str(p) == f"system is {system.id}" for p in bundle.guide.promise.holds)
        ]
        if not ends:
            continue
        updated = any_of(ends)
        yield NamedAim(f"update:{system.id}", _("update {name}").format(name=system.name), updated)
        says = _("update {name}, and have root after it").format(name=system.name)
        rooted = all_of([updated, Is("root", "present")])
        yield NamedAim(f"update-rooted:{system.id}", says, rooted)
    if any(aim_of(b) == "base" for b in ground.bundles.values()):
        says = _("bring the firmware base to the newest build of its region")
        yield _aim("base", says, f"every slot: base in {newest} and mode is system")


def newest_of(builds: tuple[Build, ...]) -> str:
    """Of each region and line the last that is not withdrawn, as conditions list them."""
    in_order = sorted(builds, key=lambda b: b.place)
    last = {(b.line, b.region): b.build for b in in_order if not b.withdrawn}
    return "{" + ", ".join(sorted(last.values())) + "}"


def _aim(name: str, words: str, text: str) -> NamedAim:
    return NamedAim(name, words, Typed.parse(text).condition)


def _can_be_told(ground: Ground, condition: Condition) -> bool:
    return all(atom.fact in ground.vocabulary for atom in atoms(condition))
