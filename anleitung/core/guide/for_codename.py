"""A guide for several codenames, as it is for one of them: a bundle that stands by itself.

What is said of other codenames is decided and left out: of a branch on the codename the steps of
this one are left, and conditions lose the parts that speak of others.
"""

from collections.abc import Callable, Iterable
from dataclasses import replace
from typing import TYPE_CHECKING, Any

from pydantic import BaseModel

from anleitung.core.conditions.model import (
    ALWAYS,
    And,
    Condition,
    EverySlot,
    In,
    Is,
    Not,
    Or,
    OtherSlot,
    all_of,
    any_of,
    atoms,
)
from anleitung.core.conditions.text import print_condition
from anleitung.core.documents.base import Typed
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.errors import AnleitungError
from anleitung.core.guide.nested import Nested, OneStep, Sorted, Steps
from anleitung.core.guide.walk import uses_of_passages

if TYPE_CHECKING:
    from anleitung.core.guide.bundle import Bundle
    from anleitung.core.guide.document import Guide, Loss
    from anleitung.core.guide.passage import Passage

CODENAME = "codename"
NEVER = Not(ALWAYS)


class NothingForCodename(AnleitungError):
    """A guide that names a codename and has no step for it."""

    code = "nothing-for-codename"


def as_known(condition: Condition, codename: str) -> Condition | bool:
    """What is left of a condition where the codename is known; True or False where nothing is."""
    match condition:
        case Is(fact, value) if fact == CODENAME:
            return value == codename
        case In(fact, values) if fact == CODENAME:
            return codename in values
        case Not(of):
            inner = as_known(of, codename)
            return not inner if isinstance(inner, bool) else Not(inner)
        case EverySlot(of):
            inner = as_known(of, codename)
            return inner if isinstance(inner, bool) else EverySlot(inner)
        case OtherSlot(of):
            inner = as_known(of, codename)
            return inner if isinstance(inner, bool) else OtherSlot(inner)
        case And(parts) if parts:
            return _joined(parts, codename, ends=False, join=all_of)
        case Or(parts):
            return _joined(parts, codename, ends=True, join=any_of)
        case _:
            return condition


def _joined(
    parts: Iterable[Condition],
    codename: str,
    *,
    ends: bool,
    join: Callable[[list[Condition]], Condition],
) -> Condition | bool:
    """ends: the value of one part that decides the whole."""
    known = [as_known(part, codename) for part in parts]
    if any(each is ends for each in known):
        return ends
    left = [each for each in known if not isinstance(each, bool)]
    return join(left) if left else not ends


def speaks_of_codename(condition: Condition) -> bool:
    return any(atom.fact == CODENAME for atom in atoms(condition))


def decided(typed: Typed, codename: str) -> bool | None:
    """Whether the codename alone decides a condition that speaks of it."""
    if not speaks_of_codename(typed.condition):
        return None
    known = as_known(typed.condition, codename)
    return known if isinstance(known, bool) else None


def typed_for(typed: Typed, codename: str) -> Typed:
    """The same object where it does not speak of codenames."""
    if not speaks_of_codename(typed.condition):
        return typed
    known = as_known(typed.condition, codename)
    if isinstance(known, bool):
        known = ALWAYS if known else NEVER
    return Typed(known, print_condition(known))


def bundle_for(bundle: "Bundle", codename: str) -> "Bundle":
    """The bundle itself where it holds nothing of codenames. Raises NothingForCodename."""
    others = {other.device.codename: other for other in bundle.others}
    other = others.get(codename)
    device = other.device if other else bundle.device
    builds = other.builds if other else bundle.builds
    guide = _guide_for(bundle.guide, codename)
    packages = bundle.packages
    if bundle.others or any(package.codenames for package in packages):
        platforms = {build.platform for build in builds}
        platforms |= {p for system in device.other_systems for p in system.platforms}
        mine = [p for p in packages if not p.codenames or codename in p.codenames]
        packages = tuple(_package_for(p, device, platforms) for p in mine)
        there = {p.id for p in packages} | {f for f in guide.files if f not in _ids(bundle)}
        files = tuple(f for f in guide.files if f in there)
        if files != guide.files:
            guide = guide.model_copy(update={"files": files})
    packages = _same_or_new(packages, tuple(_with_conditions(p, codename) for p in packages))
    if not bundle.others and guide is bundle.guide and packages is bundle.packages:
        return bundle
    return replace(
        bundle,
        guide=guide,
        device=device,
        builds=builds,
        packages=packages,
        others=(),
        passages=tuple(_passages_for(bundle, guide, codename)),
    )


def _passages_for(bundle: "Bundle", guide: "Guide", codename: str) -> Iterable["Passage"]:
    """Those that the guide still takes, with what is left of their steps as of the guide's own."""
    named = {row.passage for row in uses_of_passages(guide).values()}
    for passage in bundle.passages:
        if passage.id in named:
            steps = _steps_for(passage.steps, codename)
            same = steps is passage.steps
            yield passage if same else passage.model_copy(update={"steps": steps})


def _ids(bundle: "Bundle") -> set[str]:
    return {p.id for p in bundle.packages}


def _package_for(package: Package, device: Device, platforms: set[int]) -> Package:
    """What it names of variants, regions and platforms, as far as this codename has them.

    Where it has none of them the names are kept, so that the check of the bundle tells it: an
    empty list would stand for all.
    """
    known: dict[str, set[Any]] = {
        "variants": {v.id for v in device.variants},
        "regions": set(device.regions),
        "platforms": platforms,
    }
    change: dict[str, Any] = {"codenames": ()} if package.codenames else {}
    for name, values in known.items():
        named = getattr(package, name)
        mine = tuple(value for value in named if value in values)
        if mine and mine != named:
            change[name] = mine
    return package.model_copy(update=change) if change else package


def _guide_for(guide: "Guide", codename: str) -> "Guide":
    change: dict[str, Any] = {}
    if guide.also_for or guide.codename != codename:
        change = {"codename": codename, "also_for": ()}
    promise = guide.promise
    holds = tuple(
        typed_for(each, codename) for each in promise.holds if decided(each, codename) is not True
    )
    loses = tuple(_losses_for(promise.loses, codename))
    if not _same(holds, promise.holds) or not _same(loses, promise.loses):
        change["promise"] = promise.model_copy(update={"holds": holds, "loses": loses})
    admission = typed_for(guide.admission, codename)
    if admission is not guide.admission:
        change["admission"] = admission
    steps = _steps_for(guide.steps, codename)
    if not steps:
        raise NothingForCodename(f"the guide has no step for {codename}")
    if steps is not guide.steps:
        change["steps"] = steps
    return guide.model_copy(update=change) if change else guide


def _losses_for(loses: tuple[Any, ...], codename: str) -> Iterable["Loss | str"]:
    for loss in loses:
        when = getattr(loss, "when", None)
        known = decided(when, codename) if when is not None else None
        if known is False:
            continue
        if known is True:
            yield loss.model_copy(update={"when": None})
        else:
            yield _with_conditions(loss, codename)


def _steps_for(steps: Steps, codename: str) -> Steps:
    found: list[OneStep] = []
    for step in steps:
        found += _step_for(step, codename)
    return _same_or_new(steps, tuple(found))


def _step_for(step: OneStep, codename: str) -> Steps:
    if not isinstance(step, Nested):
        return (_with_conditions(step, codename),)
    answer = _answer_of(step, codename)
    if answer is not None:
        arm = next(a for a in step.arms() if a.guard == (step.slot, answer))
        return _steps_for(arm.steps, codename)
    kept: Nested = step
    if isinstance(step, Sorted):
        foreign = {a for a, when in step.sorts() if decided(when, codename) is False}
        if foreign and len(foreign) < len(step.sorts()):
            kept = step.without(foreign)
    lists = kept.lists()
    mine = {at: _steps_for(steps, codename) for at, steps in lists.items()}
    if not any(mine.values()) and any(lists.values()) and not step.may_be_empty:
        return ()  # nothing of it is for this codename
    if any(mine[at] is not steps for at, steps in lists.items()):
        kept = kept.with_lists(mine)
    return (_with_conditions(kept, codename),)


def _answer_of(step: Nested, codename: str) -> object:
    """The answer that the codename alone gives, None where something else decides.

    Where several answers are given at once none is: then the proof finds the two.
    """
    on = step.decides()
    if on is not None:
        return decided(on, codename)
    given = [a for a, when in step.sorts() if decided(when, codename) is True]
    return given[0] if len(given) == 1 else None


def _with_conditions(value: Any, codename: str) -> Any:
    """Every condition in it as it is for the codename; the same object where none speaks of it."""
    if isinstance(value, Typed):
        return typed_for(value, codename)
    if isinstance(value, tuple):
        return _same_or_new(value, tuple(_with_conditions(each, codename) for each in value))
    if isinstance(value, dict):
        new = {key: _with_conditions(each, codename) for key, each in value.items()}
        return value if all(new[key] is value[key] for key in value) else new
    if isinstance(value, BaseModel):
        change = {}
        for name in type(value).model_fields:
            old = getattr(value, name)
            each = _with_conditions(old, codename)
            if each is not old:
                change[name] = each
        return value.model_copy(update=change) if change else value
    return value


def _same(new: tuple[Any, ...], old: tuple[Any, ...]) -> bool:
    return len(new) == len(old) and all(a is b for a, b in zip(new, old, strict=True))


def _same_or_new(old: tuple[Any, ...], new: tuple[Any, ...]) -> tuple[Any, ...]:
    return old if _same(new, old) else new
