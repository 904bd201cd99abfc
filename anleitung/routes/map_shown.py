"""The map of a codename as its maintainer sees it: places, and what is wrong in words."""

from collections.abc import Iterable, Iterator
from typing import Literal

from pydantic import BaseModel

from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import counted
from anleitung.core.proof.explain.words import condition_words
from anleitung.core.routes.chart import Break, Chart, Hangs
from anleitung.core.routes.declared import Declared, Difference
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.rescues import Unrescued
from anleitung.routes.ask import OnGround

TroubleKind = Literal["break", "circle", "hangs", "rescue", "declared"]


class MapPlaceOut(BaseModel):
    """A guide or an update on the map. rank: how many legs a phone as sold needs, itself included;

    0 where none comes to it. way: those legs. avoided: why no route takes it, "" where one may.
    """

    name: str
    title: str
    version: str
    is_update: bool
    is_rescue: bool
    rank: int
    way: list[str]
    avoided: str


class FeedOut(BaseModel):
    """opened of of: kinds of phone that the second lets in only after the first."""

    before: str
    after: str
    opened: int
    of: int


class TroubleOut(BaseModel):
    """guide: name of the one that it is about."""

    kind: TroubleKind
    guide: str
    title: str
    says: str


class DeclaredOut(BaseModel):
    """A chain as its author declares it. through: kinds of phone that come through all of it."""

    guide: str
    chain: list[str]
    reasons: list[str]
    through: int
    agrees: bool


class MapOut(BaseModel):
    """state: of everything that it was made from. legs: chains of up to so many were tried.

    untried: guides with more ways to choose than that, a sentence each.
    """

    state: str
    places: list[MapPlaceOut]
    feeds: list[FeedOut]
    troubles: list[TroubleOut]
    declared: list[DeclaredOut]
    legs: int
    not_mapped: list[str]
    untried: list[str]


_AVOIDED = {
    "older": "carries an older document of this phone or of a build",
    "deprecated": "is deprecated",
    "dead": "is one for which readers report dead phones",
    "withdrawn": "is withdrawn",
}


class Told:
    """What the map says, in words for its maintainer."""

    def __init__(self, on: OnGround, ground: Ground) -> None:
        self._on, self._ground = on, ground
        self._why = {m.name: m.avoided for m in ground.moves} | dict.fromkeys(on.older, "older")

    def title(self, name: str) -> str:
        if name.startswith("update "):
            return f"update to {name.removeprefix('update ')}"
        bundle = self._ground.bundles.get(name)
        older = self._on.older.get(name)
        return bundle.guide.title if bundle else older[0].title if older else name

    def way(self, names: Iterable[str]) -> str:
        return " → ".join(self.title(name) for name in names)

    def places(self, chart: Chart) -> Iterator[MapPlaceOut]:
        updates = {m.name for m in self._ground.moves if m.is_update}
        for name in self._ground.bundles:
            way = chart.ways.get(name, ())
            row = self._on.revisions.get(name)
            yield MapPlaceOut(
                name=name,
                title=self.title(name),
                version=row.version if row else "",
                is_update=name in updates,
                is_rescue=name in chart.rescues,
                rank=len(way),
                way=list(way),
                avoided=self._why.get(name, ""),
            )

    def hangs(self, each: Hangs) -> TroubleOut:
        why = _AVOIDED[self._why[each.over]]
        over = self.title(each.over)
        says = f"Phones as sold come to it only over guides that routes avoid: “{over}” {why}."
        return self._trouble("hangs", each.name, says)

    def circle(self, names: tuple[str, ...]) -> TroubleOut:
        way, guide = self.way(names), next(n for n in names if not n.startswith("update "))
        says = f"Each of these needs another of them first; no phone as sold gets to any: {way}."
        return self._trouble("circle", guide, says)

    def broken(self, each: Break, chart: Chart) -> TroubleOut:
        bundle = self._ground.bundles[each.name]
        legs = counted(chart.legs, "{n} leg", "{n} legs")
        after = f"after {self.way(each.after)}" if each.after else "on a phone as sold"
        if each.stuck:
            says = f"It lets phones in {after}, and none of them comes through."
        elif each.unmet:
            wants = "; ".join(condition_words(bundle, part) for part in each.unmet)
            says = (
                f"No phone as sold comes to it in {legs}. "
                f"{after[0].upper()}{after[1:]} it still wants: {wants}."
            )
        else:
            says = (
                f"No phone as sold comes to it in {legs}: {after} each part of its "
                "admission is met by some phone, all of them by none."
            )
        if each.fed_by and not each.stuck:
            says += f" It would open after {', '.join(map(self.title, each.fed_by))}."
        return self._trouble("break", each.name, says)

    def unrescued(self, found: Iterable[Unrescued]) -> Iterator[TroubleOut]:
        """One trouble for a guide: its step from which the fewest are led back."""
        by_guide: dict[str, list[Unrescued]] = {}
        for each in found:
            by_guide.setdefault(each.guide, []).append(each)
        for name, all_ in by_guide.items():
            worst = min(all_, key=lambda u: u.together / u.of if u.of else 0)
            numbers = [_number(self._ground.bundles[name], u.step) for u in all_]
            yield self._trouble("rescue", name, self._unrescued(worst, numbers))

    def _unrescued(self, worst: Unrescued, numbers: list[int]) -> str:
        steps = f"its step {numbers[0]}" if len(numbers) == 1 else f"one of {len(numbers)} steps"
        if not worst.of:
            return (
                f"If {steps} is cut short, the phone hangs, and no guide here is for such phones."
            )
        best = self.title(worst.best) if worst.best else ""
        if not best:
            return f"If {steps} is cut short, the phone hangs, and no guide here leads it back."
        who = f"not those with {worst.who}" if worst.who else "not the others"
        others = (
            f" (with other guides {worst.together:,})" if worst.together > worst.rescued else ""
        )
        return (
            f"If {steps} is cut short, the phone hangs. “{best}” leads {worst.rescued:,} of "
            f"{worst.of:,} kinds back{others}, {who}: {worst.why.removesuffix('.')}."
        )

    def differs(self, each: Difference) -> TroubleOut:
        return self._trouble("declared", each.guide, self._differs(each))

    def _differs(self, each: Difference) -> str:
        other, way = f"“{self.title(each.other)}”", self.way(each.names)
        match each.kind:
            case "gone":
                return f"It declares {other} before it, and no such guide can be taken."
            case "circle":
                return f"What it declares leads in a circle: {way}."
            case "order":
                return f"As declared nobody comes through; in this order phones do: {way}."
            case "closed" if each.other == each.guide:
                return "After all that it declares it still lets no phone through."
            case "closed":
                return f"As declared no phone comes through {other}."
            case "not needed":
                return (
                    f"It declares {other}; every phone that comes through with it comes through "
                    "without it."
                )
            case "also":
                return f"A phone as sold needs this as well, and it is not declared: {way}."

    def chain(self, each: Declared) -> DeclaredOut:
        guide = self._ground.bundles[each.guide].guide
        return DeclaredOut(
            guide=each.guide,
            chain=list(each.names),
            reasons=[p.reason for p in guide.prerequisites],
            through=each.through,
            agrees=not each.differences,
        )

    def _trouble(self, kind: TroubleKind, name: str, says: str) -> TroubleOut:
        return TroubleOut(kind=kind, guide=name, title=self.title(name), says=says)


def _number(bundle: Bundle, step: str) -> int:
    return next(n for n, row in enumerate(rows_of(bundle.guide), 1) if row.step.id == step)
