"""Checking which codenames a guide is for, and what it says of them."""

from collections.abc import Container, Iterator
from dataclasses import dataclass

from anleitung.core.conditions.model import Compare, In, atoms
from anleitung.core.documents.base import DocumentPlace, Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.for_codename import CODENAME, decided
from anleitung.core.guide.walk import rows_of, step_places


@dataclass(frozen=True, slots=True)
class Mismatch:
    """Two documents of a bundle that do not fit. file: its name in the bundle; at: the field."""

    file: str
    at: DocumentPlace
    message: str


def check_codenames(bundle: Bundle) -> Iterator[Mismatch]:
    """Where it says nothing, the bundle can be taken as it is for each of its codenames."""
    guide, device = bundle.guide, bundle.device
    if guide.codename != device.codename:
        says = f"the guide is for {guide.codename}, the device is {device.codename}"
        yield Mismatch("guide.yaml", ("codename",), says)
        return
    there = [other.device.codename for other in bundle.others]
    for i, codename in enumerate(guide.also_for):
        if codename not in there:
            says = f"the bundle holds no codenames/{codename}/device.yaml"
            yield Mismatch("guide.yaml", ("also_for", i), says)
    for codename in there:
        if codename not in guide.also_for:
            says = f"the guide is not for {codename}; name it under also_for, or leave this out"
            yield Mismatch(f"codenames/{codename}/device.yaml", ("codename",), says)
    for at, typed in conditions_of(guide):
        for says in _misnamed(typed, bundle.codenames):
            yield Mismatch("guide.yaml", at, says)
    for codename in bundle.codenames:
        if decided(guide.admission, codename) is False:
            says = f"it admits no phone of {codename}, which the guide says that it is for"
            yield Mismatch("guide.yaml", ("admission",), says)
        if all(decided(each, codename) is True for each in guide.promise.holds):
            says = f"it promises nothing for {codename}; say what holds there at the end"
            yield Mismatch("guide.yaml", ("promise", "holds"), says)
    for package in bundle.packages:
        file = f"packages/{package.id}.yaml"
        for i, codename in enumerate(package.codenames):
            if codename not in bundle.codenames:
                says = _not_for(codename, bundle.codenames)
                yield Mismatch(file, ("codenames", i), says)
        for says in _misnamed(package.demands, bundle.codenames) if package.demands else ():
            yield Mismatch(file, ("demands",), says)
        needs = (package.content.needs if package.content else None) or ()
        for i, need in enumerate(needs):
            for says in _misnamed(need.that, bundle.codenames):
                yield Mismatch(file, ("content", "needs", i, "that"), says)


def _misnamed(typed: Typed, codenames: tuple[str, ...]) -> Iterator[str]:
    for atom in atoms(typed.condition):
        if atom.fact != CODENAME:
            continue
        if isinstance(atom, Compare):
            yield "a codename has no order; compare it with 'is' or 'in'"
            continue
        for value in atom.values if isinstance(atom, In) else (atom.value,):
            if value not in codenames:
                yield _not_for(value, codenames)


def _not_for(codename: str, codenames: tuple[str, ...]) -> str:
    return f"the guide is not for {codename}; it is for {' and '.join(codenames)}"


def conditions_of(
    guide: Guide, within: Container[str] | None = None
) -> Iterator[tuple[DocumentPlace, Typed]]:
    """Every condition of a guide with its place. within: of these steps only, None for all."""
    places = step_places(guide)
    yield ("admission",), guide.admission
    for i, promise in enumerate(guide.promise.holds):
        yield ("promise", "holds", i), promise
    for i, loss in enumerate(guide.promise.losses):
        if loss.when is not None:
            yield ("promise", "loses", i, "when"), loss.when
    for row in rows_of(guide):
        if within is None or row.step.id in within:
            for where, typed in row.step.conditions():
                yield (*places[row.step.id], *where), typed
