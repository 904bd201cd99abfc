"""Why is this phone offered no update? What the catalogue can say of a pasted build, and cannot."""

from dataclasses import dataclass
from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.schemes.decode import CannotDecode, Reader, clean
from anleitung.core.schemes.judge import judge_fields
from anleitung.core.updates.moves import Graph
from anleitung.core.updates.ways import Way, ways_from

Reason = Literal[
    "not-read",
    "another-codename",
    "region-not-sold",
    "not-listed",
    "withdrawn",
    "newest",
    "only-other-editions",
    "only-other-regions",
    "no-package",
    "not-known",
]


@dataclass(frozen=True, slots=True)
class Answer:
    """build: as it was understood. way: how the newest build can be reached, where it can."""

    build: str
    reason: Reason
    says: str
    newest: str = ""
    way: Way | None = None


def why_no_update(text: str, *, device: Device, graph: Graph, reader: Reader | None) -> Answer:
    """Looks at the string first, then at what is listed, then at the packages."""
    try:
        if reader is None:
            build, _notes = clean(text)
        else:
            found = reader.decode(text)
            build = reader.build_string(found)
            for field in judge_fields(found, reader.scheme, device):
                if field.verdict == "differs":
                    return _foreign(build, field.role, field.says)
    except CannotDecode as error:
        says = _("{error} A system that was changed shows such a string, and gets no update.")
        return Answer(text.strip()[:80], "not-read", says.format(error=error))
    mine = graph.builds.get(build)
    if mine is None:
        says = _(
            "It reads as a build of this codename, but the catalogue does not hold it: an edition "
            "that nobody entered yet, or a changed system that shows a name of its own."
        )
        return Answer(build, "not-listed", says)
    return _of_listed(mine, graph)


def _foreign(build: str, role: str, says: str) -> Answer:
    if role == "region":
        more = _("{says}. An edition for another region gets no update for this one.")
        return Answer(build, "region-not-sold", more.format(says=says))
    return Answer(
        build, "another-codename", _("{says}. It is not a build of this phone.").format(says=says)
    )


def _of_listed(mine: Build, graph: Graph) -> Answer:
    builds = graph.builds.values()
    ahead = [b for b in builds if b.line == mine.line and b.place > mine.place and not b.withdrawn]
    if not ahead:
        says = _("The catalogue holds no newer build: this is the newest.")
        if mine.withdrawn:
            says = _("This build was withdrawn, and nothing newer has come yet.")
        return Answer(mine.build, "withdrawn" if mine.withdrawn else "newest", says)
    same_region = [b for b in ahead if b.region == mine.region]
    if not same_region:
        regions = ", ".join(sorted({b.region for b in ahead}))
        says = _("There are newer builds for {regions} only; this phone has the edition of {own}.")
        return Answer(
            mine.build,
            "only-other-regions",
            says.format(regions=regions, own=mine.region),
            ahead[-1].build,
        )
    own_edition = [b for b in same_region if b.edition == mine.edition]
    newest = (own_edition or same_region)[-1]
    if not own_edition:
        who = _("the edition of {carrier}") if mine.edition else _("an edition of the open market")
        says = _(
            "This is {edition}; the newer build {newest} is another edition, and its maker "
            "offers it to that one only."
        )
        return Answer(
            mine.build,
            "only-other-editions",
            says.format(edition=who.format(carrier=mine.edition), newest=newest.build),
            newest.build,
        )
    way = ways_from(graph, mine.build, by="legs").get(newest.build)
    if way is None:
        says = _("{newest} is newer, but no package in the catalogue leads there from this build.")
        return Answer(mine.build, "no-package", says.format(newest=newest.build), newest.build)
    if mine.withdrawn:
        says = _(
            "This build was withdrawn; the maker may have stopped its updates. {newest} can "
            "be reached by hand."
        )
        return Answer(mine.build, "withdrawn", says.format(newest=newest.build), newest.build, way)
    says = _(
        "The catalogue knows a way to {newest}, so why it is not offered is not known: makers "
        "hand updates out in waves, and a changed system refuses packages that fit one "
        "predecessor only."
    )
    return Answer(mine.build, "not-known", says.format(newest=newest.build), newest.build, way)
