"""The sources that are watched, and how each of them stands."""

from collections.abc import Iterator
from dataclasses import dataclass

from django.db.models import Max

from anleitung.core.documents.package import Package
from anleitung.core.files.watched import Wanted
from anleitung.guides.file_sets import newest_sets, state_of
from anleitung.guides.load import Stored
from anleitung.mirrors.models import Change, Check, Look

Key = tuple[str, str, int]  # address, SHA-256 and size on record


@dataclass(frozen=True, slots=True)
class Source:
    """wanted: what is on record. name: of the file. used: the guides that have it from there."""

    wanted: Wanted
    name: str
    used: tuple[Stored, ...]

    @property
    def titles(self) -> list[str]:
        return sorted({f"{row.title} {state_of(row)}" for row in self.used})


def all_sources() -> list[Source]:
    """Of the newest revision and the draft of every guide, by address; each once."""
    found: dict[Key, tuple[Package, list[Stored]]] = {}
    for row, each in newest_sets():
        for package in each.packages:
            for address in package.sources:
                key = (address, package.sha256 or "", package.size)
                found.setdefault(key, (package, []))[1].append(row)
    return [
        Source(Wanted(address, size, sha256), package.name, tuple(rows))
        for (address, sha256, size), (package, rows) in sorted(found.items())
    ]


def sources_of(codename: str) -> list[Source]:
    return [s for s in all_sources() if any(r.guide.codename == codename for r in s.used)]


def last_looks(sources: list[Source]) -> dict[Key, Look]:
    """The last finished look at each, where there was one."""
    wanted = {key_of(s.wanted) for s in sources}
    done = Look.objects.exclude(standing="")
    # Only the newest of each: looks stay for ever, and their number grows with every round.
    newest = done.values("address", "sha256", "size").annotate(last=Max("id")).values("last")
    looks = done.filter(pk__in=newest)
    found = {(look.address, look.sha256, look.size): look for look in looks}
    return {key: look for key, look in found.items() if key in wanted}


def last_looks_at(wanted: list[Wanted]) -> list[Look]:
    """The last finished look at each of these, as far as there was one."""
    done = Look.objects.exclude(standing="").filter(address__in=[w.address for w in wanted])
    keys = {key_of(w) for w in wanted}
    newest: dict[Key, Look] = {}
    for look in done.order_by("pk"):
        key = (look.address, look.sha256, look.size)
        if key in keys:
            newest[key] = look
    return list(newest.values())


def open_changes(sources: list[Source]) -> Iterator[tuple[Source, Change]]:
    """The unsettled changes of sources that are still in use, the newest first."""
    by_key = {key_of(s.wanted): s for s in sources}
    for change in Change.objects.filter(settled_at__isnull=True).order_by("-at", "address"):
        source = by_key.get((change.address, change.sha256, change.size))
        if source is not None:
            yield source, change


def key_of(wanted: Wanted) -> Key:
    return (wanted.address, wanted.sha256, wanted.size)


def newest_check() -> Check | None:
    return Check.objects.order_by("-id").first()
