"""Why is this phone offered no update? What the catalogue can say of a pasted build, and cannot."""

from dataclasses import dataclass
from typing import Literal

from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.marked import gettext as _
from anleitung.core.schemes.decode import CannotDecode, Reader, clean
from anleitung.core.schemes.judge import judge_fields
from anleitung.core.schemes.place import UNREADABLE
from anleitung.core.updates.moves import Graph
from anleitung.core.updates.ways import Way, ways_from

Reason = Literal[
    "not-read",
    "another-codename",
    "region-not-sold",
    "not-listed",
    "withdrawn",
    "newer-withdrawn",
    "newest",
    "not-comparable",
    "only-other-editions",
    "only-other-regions",
    "no-package",
    "not-known",
]


@dataclass(frozen=True, slots=True)
class WhyNoUpdate:
    """build: as it was understood. way: how the newest build can be reached, where it can."""

    build: str
    reason: Reason
    says: str
    newest: str = ""
    way: Way | None = None


def why_no_update(text: str, *, device: Device, graph: Graph, reader: Reader | None) -> WhyNoUpdate:
    """Looks first at what is listed, then at the string, then at the packages."""
    try:
        given, _notes = clean(text)
    except CannotDecode as error:
        return WhyNoUpdate(text.strip()[:80], "not-read", str(error))
    if given in graph.builds:
        return _of_listed(graph.builds[given], graph)
    if reader is None:
        says = _(
            "The catalogue does not hold this build, and it has no naming scheme for this codename "
            "to say more of it."
        )
        return WhyNoUpdate(given, "not-listed", says)
    try:
        found = reader.decode(text)
    except CannotDecode as error:
        says = _("{error} A system that was changed shows such a string, and gets no update.")
        return WhyNoUpdate(given, "not-read", says.format(error=error))
    build = reader.build_string(found)
    if build in graph.builds:
        return _of_listed(graph.builds[build], graph)
    for field in judge_fields(found, reader.scheme, device):
        if field.verdict == "differs":
            return _foreign(build, field.role, field.says)
    says = _(
        "It reads as a build of this codename, but the catalogue does not hold it: an edition "
        "that nobody entered yet, or a changed system that shows a name of its own."
    )
    return WhyNoUpdate(build, "not-listed", says)


def _foreign(build: str, role: str, says: str) -> WhyNoUpdate:
    if role == "region":
        more = _("{says}. An edition for another region gets no update for this one.")
        return WhyNoUpdate(build, "region-not-sold", more.format(says=says))
    return WhyNoUpdate(
        build, "another-codename", _("{says}. It is not a build of this phone.").format(says=says)
    )


def _of_listed(mine: Build, graph: Graph) -> WhyNoUpdate:
    """Each answer says only what was looked at: what is newer, and what leads there."""
    ways = ways_from(graph, mine.build, by="legs")
    if mine.line.startswith(UNREADABLE):
        return _cannot_compare(mine, ways)
    newer = [b for b in graph.builds.values() if b.line == mine.line and b.place > mine.place]
    standing = [b for b in newer if not b.withdrawn]
    if not standing:
        return _nothing_newer(mine, newer)
    reached = [b for b in standing if b.build in ways]
    own = [b for b in standing if (b.region, b.edition) == (mine.region, mine.edition)]
    if reached:
        return _reached(mine, reached[-1], own, ways)
    if own:
        newest = own[-1].build
        says = _("{newest} is newer, but no package in the catalogue leads there from this build.")
        return WhyNoUpdate(
            mine.build, "no-package", _withdrawn(mine, says).format(newest=newest), newest
        )
    return _only_others(mine, standing)


def _cannot_compare(mine: Build, ways: dict[str, Way]) -> WhyNoUpdate:
    says = _("The catalogue cannot say which builds are newer: no order is known for this one.")
    if not ways:
        says += " " + _("No package in it leads on from here.")
        return WhyNoUpdate(mine.build, "not-comparable", _withdrawn(mine, says))
    goal = min(ways, key=lambda name: (len(ways[name].legs), name))
    says += " " + _("A package leads from it to {goal}; whether that is newer is not known.")
    return WhyNoUpdate(
        mine.build, "not-comparable", _withdrawn(mine, says).format(goal=goal), goal, ways[goal]
    )


def _nothing_newer(mine: Build, withdrawn: list[Build]) -> WhyNoUpdate:
    if withdrawn:
        says = _("Every newer build in the catalogue was withdrawn, the last of them {newest}.")
        told = _withdrawn(mine, says).format(newest=withdrawn[-1].build)
        return WhyNoUpdate(mine.build, "newer-withdrawn", told)
    if mine.withdrawn:
        says = _("This build was withdrawn, and the catalogue holds nothing newer.")
        return WhyNoUpdate(mine.build, "withdrawn", says)
    says = _("The catalogue holds no newer build: this is the newest.")
    return WhyNoUpdate(mine.build, "newest", says)


def _reached(mine: Build, goal: Build, own: list[Build], ways: dict[str, Way]) -> WhyNoUpdate:
    """goal: the newest of those that packages lead to."""
    way = ways[goal.build]
    beyond = [b for b in own if b.place > goal.place]
    parts = []
    if beyond:
        says = _("{newest} is the newest, but no package in the catalogue leads there from here.")
        parts.append(says.format(newest=beyond[-1].build))
    if mine.withdrawn:
        says = _(
            "This build was withdrawn; the maker may have stopped its updates. {goal} can "
            "be reached by hand."
        )
        return WhyNoUpdate(
            mine.build,
            "withdrawn",
            " ".join([*parts, says.format(goal=goal.build)]),
            goal.build,
            way,
        )
    if goal.region != mine.region:
        says = _("{goal} is for the region {region}, and a package takes phones of {own} there.")
        parts.append(says.format(goal=goal.build, region=goal.region, own=mine.region))
    says = _(
        "The catalogue knows a way to {goal}, so why it is not offered is not known: makers "
        "hand updates out in waves, and a changed system refuses packages that fit one "
        "predecessor only."
    )
    parts.append(says.format(goal=goal.build))
    return WhyNoUpdate(mine.build, "not-known", " ".join(parts), goal.build, way)


def _only_others(mine: Build, standing: list[Build]) -> WhyNoUpdate:
    """Newer ones are there, none of this region and edition, and nothing leads to any of them."""
    newest = standing[-1]
    here = [b for b in standing if b.region == mine.region]
    if here:
        who = _("the edition of {carrier}") if mine.edition else _("an edition of the open market")
        says = _(
            "This is {edition}; the newer build {newest} is another edition, and its maker "
            "offers it to that one only."
        )
        told = says.format(edition=who.format(carrier=mine.edition), newest=here[-1].build)
        return WhyNoUpdate(mine.build, "only-other-editions", told, here[-1].build)
    regions = ", ".join(sorted({b.region for b in standing}))
    says = _(
        "There are newer builds for {regions} only; this phone has the edition of {own}, and no "
        "package in the catalogue takes it there."
    )
    told = says.format(regions=regions, own=mine.region)
    return WhyNoUpdate(mine.build, "only-other-regions", _withdrawn(mine, told), newest.build)


def _withdrawn(mine: Build, says: str) -> str:
    return f"{_('This build was withdrawn.')} {says}" if mine.withdrawn else says
