"""Putting together what the pages of the catalogue show."""

import json
from collections.abc import Sequence

from anleitung.api.catalogue_shapes import (
    BuildOut,
    BuildsOut,
    DecodeOut,
    DocumentOut,
    DocumentVersionOut,
    FeatureOut,
    FieldOut,
    JudgedFieldOut,
    LegOut,
    ModeOut,
    PackageOut,
    PassageLineOut,
    PassageOut,
    PassagePlaceOut,
    PhoneOut,
    ReadingOut,
    RegionOut,
    StandingOut,
    StepMoveOut,
    SystemOut,
    VariantLineOut,
    WayOut,
    WaysOut,
)
from anleitung.catalogue.load import (
    document_of,
    entries,
    find_entry,
    load_builds,
    load_device,
    load_devices,
    load_graph,
    load_reader,
    load_readers,
    load_systems,
)
from anleitung.core.documents.build import Build
from anleitung.core.documents.system import Feature, SystemState
from anleitung.core.drawn.chords import draw_chord
from anleitung.core.drawn.names import find_namesakes
from anleitung.core.drawn.phone_words import (
    carrier_words,
    habit_words,
    hardware_words,
    unlocking_words,
)
from anleitung.core.drawn.rails import draw_rails
from anleitung.core.guide.passage import Passage
from anleitung.core.schemes.decode import CannotDecode, Decoded, Reader, clean
from anleitung.core.schemes.judge import JudgedField, judge_fields
from anleitung.core.updates.lanes import lanes
from anleitung.core.updates.moves import Graph
from anleitung.core.updates.ways import NoWay, Way, find_way, standings, ways_from
from anleitung.core.updates.words import megabytes, no_way_words, package_words, standing_words
from anleitung.core.writing.passages import passage_about, passage_lines, take_line
from anleitung.guides.uses import guides_with

PAGE = 100
TOLD_BY_ROLE = {"platform": "platform", "rollback-index": "rollback_index"}


def document_page(kind: str, codename: str, name: str, number: int = 0) -> DocumentOut:
    """number: which version; 0 for the one in use. Raises NoSuchDocument."""
    entry = find_entry(kind, codename, name)
    versions = list(entry.versions.select_related("by").order_by("-number"))
    shown = next((v for v in versions if v.number == number), entry.current)
    assert shown is not None
    return DocumentOut(
        kind=kind,
        codename=codename,
        name=name,
        number=shown.number,
        fingerprint=shown.fingerprint,
        body=json.loads(shown.body),
        retired=entry.retired_because,
        versions=[
            DocumentVersionOut(
                number=v.number,
                fingerprint=v.fingerprint,
                at=v.at,
                by=v.by.get_username(),
                note=v.note,
            )
            for v in versions
        ],
        used_by=guides_with(kind, codename, name),
        tool=document_of(shown, kind) if kind == "tool" else None,
        scheme=document_of(shown, kind) if kind == "scheme" else None,
        program=document_of(shown, kind) if kind == "program" else None,
        passage=_passage(document_of(shown, kind)) if kind == "passage" else None,
    )


def _passage(passage: Passage) -> PassageOut:
    places = [
        PassagePlaceOut(id=place.id, kind=place.kind, says=place.says) for place in passage.places
    ]
    lines = [PassageLineOut(says=says, depth=depth) for says, depth in passage_lines(passage)]
    return PassageOut(
        title=passage.title,
        about=passage_about(passage),
        line=take_line(passage),
        places=places,
        lines=lines,
    )


def phone_page(codename: str) -> PhoneOut:
    device = load_device(codename)
    return PhoneOut(
        document=document_page("device", codename, codename),
        maker=device.maker,
        market_names=list(device.market_names),
        namesakes=find_namesakes(device, load_devices()),
        variants=[
            VariantLineOut(
                id=v.id,
                told_apart_by=v.told_apart_by,
                differs=v.differs or "",
                market_names=list(v.market_names or device.market_names),
            )
            for v in device.variants
        ],
        regions=[RegionOut(id=r, name=device.region_name(r)) for r in device.regions],
        carriers=[carrier_words(c) for c in device.carriers],
        build_shown=device.where_the_build_is_shown,
        scheme=device.scheme or "",
        rails=draw_rails(device.layout),
        unlocking=unlocking_words(device),
        chords=[draw_chord(c, device.keys, device.modes) for c in device.chords],
        modes=[ModeOut(mode=m.mode, told_apart_by=m.told_apart_by) for m in device.modes],
        hardware=hardware_words(device),
        habits=habit_words(device),
        systems=[_system(s) for s in load_systems(codename)],
    )


def _system(state: SystemState) -> SystemOut:
    return SystemOut(
        system=state.system,
        name=state.name,
        releases=list(state.releases),
        features=[
            FeatureOut(feature=f.feature, state=f.state, span=_span(f), says=f.says or "")
            for f in state.features
        ],
    )


def _span(feature: Feature) -> str:
    match feature.since, feature.until:
        case None, None:
            return "all releases"
        case since, None:
            return f"since {since}"
        case None, until:
            return f"until {until}"
        case since, until:
            return f"{since} to {until}"


def builds_page(codename: str) -> BuildsOut:
    device = load_device(codename)
    graph, reader = load_graph(device), load_reader(device)
    missing = {(u.build, u.package.name): u.missing for u in graph.unknown}
    standing = standings(graph)
    lane = lanes(graph.builds, reader)
    return BuildsOut(
        builds=[
            _build(
                b,
                reader,
                missing,
                lane=lane[name],
                standing=standing_words(name, standing[name], graph),
            )
            for name, b in graph.builds.items()
        ],
        regions=[r for r in device.regions if any(b.region == r for b in graph.builds.values())],
        moves=[
            StepMoveOut(start=m.start, goal=m.goal)
            for moves in graph.moves.values()
            for m in moves
            if m.package.kind in ("incremental", "range")
        ],
        retired=[e.name for e in entries("build", codename, retired=True) if e.retired_at],
        scheme=reader.scheme.name if reader else "",
        not_told=_not_told(reader),
    )


def _not_told(reader: Reader | None) -> list[str]:
    """What every build needs and the strings of this scheme do not say."""
    if reader is None:
        return list(TOLD_BY_ROLE.values())
    roles = {getattr(part, "role", "") for part in reader.build_form.parts}
    return [name for role, name in TOLD_BY_ROLE.items() if role not in roles]


def _build(
    build: Build,
    reader: Reader | None,
    missing: dict[tuple[str, str], str],
    *,
    lane: str,
    standing: list[tuple[str, str]],
) -> BuildOut:
    return BuildOut(
        build=build.build,
        release=build.release,
        lane=lane,
        platform=build.platform,
        region=build.region,
        rollback_index=build.rollback_index,
        patch_level=build.patch_level or "",
        released=build.released or "",
        edition=build.edition or "",
        withdrawn=build.withdrawn,
        notes=build.notes or "",
        known_bugs=list(build.known_bugs),
        fields=_fields(reader, build.build),
        packages=[
            PackageOut(
                kind=p.kind,
                name=p.name,
                size=megabytes(p.size),
                words=package_words(p),
                missing=missing.get((build.build, p.name), ""),
            )
            for p in build.shipped
        ],
        standing=[StandingOut(tone=tone, words=words) for tone, words in standing],
        has_full=any(p.kind in ("full", "emergency") for p in build.shipped),
    )


def _fields(reader: Reader | None, text: str) -> list[FieldOut]:
    if reader is None:
        return []
    try:
        found = reader.read(text)
    except CannotDecode:
        return []
    return [FieldOut(field=n, value=v) for n, v in found.fields.items() if v]


def ways_page(graph: Graph, start: str, goal: str) -> WaysOut:
    """goal: empty where only what can be reached is asked. Raises NoSuchBuild."""
    reachable = sorted(ways_from(graph, start, by="legs"))
    if not goal:
        return WaysOut(fewest_legs=None, least_download=None, no_way="", reachable=reachable)
    fewest = find_way(graph, start, goal, by="legs")
    least = find_way(graph, start, goal, by="download")
    if isinstance(fewest, NoWay) or isinstance(least, NoWay):
        assert isinstance(fewest, NoWay)
        says = no_way_words(start, goal, fewest)
        return WaysOut(fewest_legs=None, least_download=None, no_way=says, reachable=reachable)
    return WaysOut(
        fewest_legs=way_out(fewest),
        least_download=way_out(least),
        no_way="",
        reachable=reachable,
    )


def way_out(way: Way) -> WayOut:
    return WayOut(
        legs=[
            LegOut(
                start=m.start,
                goal=m.goal,
                kind=m.package.kind,
                name=m.package.name,
                size=megabytes(m.package.size),
            )
            for m in way.legs
        ],
        download=megabytes(way.download),
    )


def decode_page(text: str, codename: str) -> DecodeOut:
    """By the scheme of the codename, or by all of them where none is named."""
    try:
        cleaned, notes = clean(text[:1_000])
    except CannotDecode as error:
        return DecodeOut(text=text.strip()[:80], notes=[], fault=str(error), readings=[])
    devices = [load_device(codename)] if codename else load_devices()
    readings, faults = [], []
    for reader in load_readers():
        judged_by = [d for d in devices if d.scheme == reader.scheme.id]
        if codename and not judged_by:
            continue
        try:
            found = reader.decode(text)
        except CannotDecode as error:
            faults.append((error.at, str(error)))
            continue
        notes = found.notes or notes
        for device in judged_by:
            fields = judge_fields(found, reader.scheme, device)
            wrong = any(f.role == "device" and f.verdict == "differs" for f in fields)
            if wrong and not codename:
                continue
            listed = reader.build_string(found) in load_builds(device)
            readings.append(_reading(device.codename, reader, found, fields, listed))
    fault = "" if readings else max(faults, default=(0, "No naming scheme is entered yet."))[1]
    return DecodeOut(text=cleaned, notes=list(notes), fault=fault, readings=readings)


def _reading(
    codename: str, reader: Reader, found: Decoded, fields: tuple[JudgedField, ...], listed: bool
) -> ReadingOut:
    return ReadingOut(
        codename=codename,
        scheme=reader.scheme.name,
        form=found.form,
        fields=judged_out(fields),
        listed=listed,
    )


def judged_out(fields: Sequence[JudgedField]) -> list[JudgedFieldOut]:
    return [
        JudgedFieldOut(field=f.field, value=f.value, verdict=f.verdict, says=f.says) for f in fields
    ]
