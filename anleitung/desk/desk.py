"""The whole desk: codenames in order, and the matters of all of them, ranked."""

from collections import Counter
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from urllib.parse import quote, urlsplit

from django.contrib.auth.models import User

from anleitung.catalogue.errors import UnreadableDocument
from anleitung.catalogue.load import current_fingerprints, document_of, entries, unreadable_entries
from anleitung.core.documents.device import Device
from anleitung.core.files.watched import tone_of
from anleitung.core.guide.aim import AIMS, Aim
from anleitung.core.marked import counted
from anleitung.desk.chains import about_chains
from anleitung.desk.guides import GuideState, state_of_guide
from anleitung.desk.looked import look_at
from anleitung.desk.matters import Matter, MatterGroup, grouped
from anleitung.guides.chain import opened_by
from anleitung.guides.load import guides_of, held_guides
from anleitung.guides.models import Guide, Revision
from anleitung.mirrors.sources import all_sources, open_changes
from anleitung.routes.made_of import made_of_each


@dataclass(frozen=True, slots=True)
class CodenameState:
    """state: a word or two for the rail; retired: why, "" where it is in use; mine: the actor has

    written or published a guide of it.
    """

    codename: str
    maker: str
    market_names: tuple[str, ...]
    state: str
    tone: str
    retired: str
    mine: bool
    guides: tuple[GuideState, ...]


@dataclass(frozen=True, slots=True)
class Desk:
    codenames: tuple[CodenameState, ...]
    groups: tuple[MatterGroup, ...]


def read_desk(*, actor: User, now: datetime) -> Desk:
    known = current_fingerprints()
    guides: dict[str, list[Guide]] = {}
    rows = held_guides().order_by("slug").prefetch_related("also_for")
    held = list(rows.select_related("draft__updated_by"))
    looked = look_at(held)
    for guide in held:
        for codename in (guide.codename, *(a.codename for a in guide.also_for.all())):
            guides.setdefault(codename, []).append(guide)
    own = _own_codenames(actor)
    devices = list(entries("device", retired=True))
    made = made_of_each([entry.codename for entry in devices], now=now)
    found, matters = [], []
    for entry in devices:
        assert entry.current is not None
        try:
            device: Device = document_of(entry.current, "device")
        except UnreadableDocument:
            continue  # told below, with everything else that cannot be read
        states = []
        for guide in guides.get(device.codename, ()):
            state, raised = state_of_guide(
                guide, device.codename, known, looked, actor=actor, now=now
            )
            if state is not None:
                states.append(state)
                matters += raised
        word, tone = _word(states)
        found.append(
            CodenameState(
                codename=device.codename,
                maker=device.maker,
                market_names=device.market_names,
                state="retired" if entry.retired_at else word,
                tone=tone,
                retired=entry.retired_because,
                mine=device.codename in own,
                guides=tuple(states),
            )
        )
        matters += about_chains(device.codename, made[device.codename], actor=actor, now=now)
    matters += _about_unreadable()
    matters += _about_sources()
    return Desk(tuple(found), tuple(grouped(matters)))


def _own_codenames(actor: User) -> set[str]:
    published = Revision.objects.filter(published_by=actor).values_list("guide__codename")
    drafted = Guide.objects.filter(draft__updated_by=actor).values_list("codename")
    return {name for (name,) in published.union(drafted)}


def document_path(kind: str, codename: str, name: str) -> str:
    """Where the workbench shows a document."""
    match kind:
        case "device":
            return f"/c/{codename}"
        case "build":
            return f"/c/{codename}/builds?build={quote(name, safe='')}"
        case _:
            return f"/{kind}s/{name}"


def _about_unreadable() -> list[Matter]:
    return [
        Matter(
            "unreadable",
            1,
            "loss",
            why,
            "Look at it",
            document_path(entry.kind, entry.codename, entry.name),
        )
        for entry, why in unreadable_entries()
    ]


def _about_sources() -> list[Matter]:
    """Files that no longer come as they are on record, each with the guides that use it."""
    found = []
    for source, change in open_changes(all_sources()):
        count = len(source.titles)
        use = f"{source.titles[0]} uses it" if count == 1 else f"{count} guides use it"
        host = urlsplit(change.address).netloc
        tone: Any = tone_of(change.standing)
        found.append(
            Matter(
                kind="sources",
                harm=1 if tone == "loss" else 2,
                tone=tone,
                text=f"{change.name} at {host}: {change.says}. {use}.",
                action="Compare",
                path=f"/c/{source.used[0].guide.codename}/files#sources",
                readers=count,
            )
        )
    return found


def _word(states: list[GuideState]) -> tuple[str, str]:
    """The state of a codename in a word or two, and how bad it is."""
    counting = [s for s in states if not s.is_trial]
    told = Counter(
        flags=sum(s.flags for s in counting if not s.is_withdrawn),
        stops=sum(s.draft_stops > 0 for s in counting),
        stale=sum(s.is_stale and not s.is_withdrawn for s in counting),
    )
    if told["flags"]:
        return counted(told["flags"], "{n} flag", "{n} flags"), "loss"
    if told["stale"]:
        return counted(told["stale"], "{n} guide stale", "{n} guides stale"), "care"
    if told["stops"]:
        return counted(told["stops"], "{n} draft with stops", "{n} drafts with stops"), "care"
    return ("quiet" if counting else "no guides yet"), "plain"


@dataclass(frozen=True, slots=True)
class GuideLine:
    """first: (title, slug) of the guides that open the way to it, as far as that is known."""

    state: GuideState
    first: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class GuideList:
    """by_aim: in the order in which a phone goes through them; trials: kept apart."""

    by_aim: tuple[tuple[Aim, tuple[GuideLine, ...]], ...]
    trials: tuple[GuideLine, ...]


def read_guides(codename: str, *, actor: User, now: datetime) -> GuideList:
    known = current_fingerprints()
    held = list(guides_of(codename).order_by("slug").select_related("draft"))
    looked = look_at(held)
    found = []
    for guide in held:
        state, _ = state_of_guide(guide, codename, known, looked, actor=actor, now=now)
        if state is not None:
            found.append((guide, state))
    place = {state.slug: AIMS.index(state.aim) for _, state in found}
    lines: dict[Aim, list[GuideLine]] = {}
    trials = []
    opened = opened_by(codename, [looked.newest.get(guide.pk) or guide.draft for guide, _ in found])
    for guide, state in found:
        # Of those that open the way only what a phone goes through before: a way back leads to all.
        before = [r for r in opened[guide.pk] if place[r.guide.slug] < place[guide.slug]]
        line = GuideLine(state, tuple((r.title, r.guide.slug) for r in before))
        if state.is_trial:
            trials.append(line)
        else:
            lines.setdefault(state.aim, []).append(line)
    by_aim = tuple((aim, tuple(lines[aim])) for aim in AIMS if aim in lines)
    return GuideList(by_aim, tuple(trials))
