"""The routes of the catalogue. Each reads the request, calls one service, shapes the answer."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from anleitung.api.catalogue_pages import (
    builds_page,
    decode_page,
    document_page,
    judged_out,
    phone_page,
    way_out,
    ways_page,
)
from anleitung.api.catalogue_shapes import (
    AddedOut,
    BuildsOut,
    CheckedOut,
    CheckIn,
    DecodeOut,
    DocumentOut,
    FaultOut,
    JumpOut,
    ListedOut,
    OfferedOut,
    PasteIn,
    PhoneOut,
    PlaceLineOut,
    PreviewOut,
    RetireIn,
    SavedOut,
    SaveIn,
    WaysOut,
)
from anleitung.api.problems import FAILURES, JobOut, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.catalogue.errors import NoSuchDocument, UnreadableDocument
from anleitung.catalogue.jump import JumpPlace, find_catalogue_places
from anleitung.catalogue.load import (
    document_of,
    entries,
    load_builds,
    load_device,
    load_graph,
    load_reader,
    stored_builds,
    unreadable_entries,
)
from anleitung.catalogue.services.retire import bring_back, retire
from anleitung.catalogue.services.save import KINDS, checked, save_document
from anleitung.catalogue.work import ask_add, ask_preview
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.program import Program
from anleitung.core.drawn.chords import draw_chord
from anleitung.core.drawn.rails import draw_rails
from anleitung.core.formats.build_csv import write_build_csv
from anleitung.core.formats.build_list import Filling
from anleitung.core.formats.check_document import InvalidDocument
from anleitung.core.formats.schema import json_schema
from anleitung.core.guide.passage import Passage
from anleitung.core.updates.offered import why_no_update
from anleitung.core.writing.passages import passage_about
from anleitung.guides.asked import ask_goes_with
from anleitung.guides.find import find_guide_places
from anleitung.guides.goes_with import GoesWithOut
from anleitung.routes.map_shown import MapOut
from anleitung.routes.mapping import ask_map

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
LONG: dict[Any, Any] = {202: JobOut, **FAILED}


@router.get("/codenames/{codename}/phone", response={200: PhoneOut, **FAILED})
def get_phone(request: HttpRequest, codename: str) -> PhoneOut:
    return phone_page(codename)


@router.post("/codenames/{codename}/goes-with", response={200: GoesWithOut, **LONG})
def post_goes_with(request: HttpRequest, codename: str) -> GoesWithOut:
    """Every system of the codename's guides with every file that may stand beside it."""
    return ask_goes_with(actor=actor_of(request), codename=codename, now=timezone.now())


@router.post("/codenames/{codename}/map", response={200: MapOut | None, **LONG})
def post_map(request: HttpRequest, codename: str) -> MapOut | None:
    """Which published guide and update leads to which, and where chains break. Null for none."""
    return ask_map(actor=actor_of(request), codename=codename, now=timezone.now())


@router.get("/codenames/{codename}/builds", response={200: BuildsOut, **FAILED})
def get_builds(request: HttpRequest, codename: str) -> BuildsOut:
    return builds_page(codename)


@router.get("/codenames/{codename}/builds.csv", response={200: bytes, **FAILED})
def get_builds_csv(request: HttpRequest, codename: str) -> HttpResponse:
    text = write_build_csv(_in_order(codename))
    response = HttpResponse(text, content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{codename}-builds.csv"'
    return response


def _in_order(codename: str) -> list[Build]:
    """As they were entered, the oldest first within each line."""
    stored = stored_builds(codename)
    return [stored[name] for name in load_builds(load_device(codename))]


@router.get("/codenames/{codename}/ways", response={200: WaysOut, **FAILED})
def get_ways(request: HttpRequest, codename: str, start: str, goal: str = "") -> WaysOut:
    return ways_page(load_graph(load_device(codename)), start, goal)


def _not_looked_at(codename: str) -> str:
    lost = [e for e, _ in unreadable_entries() if (e.kind, e.codename) == ("build", codename)]
    if not lost:
        return ""
    what = "1 build" if len(lost) == 1 else f"{len(lost)} builds"
    return f" {what} of the catalogue cannot be read and did not count in this."


@router.get("/codenames/{codename}/offered", response={200: OfferedOut, **FAILED})
def get_offered(request: HttpRequest, codename: str, build: str) -> OfferedOut:
    device = load_device(codename)
    found = why_no_update(
        build,
        device=device,
        graph=load_graph(device),
        reader=load_reader(device),
    )
    return OfferedOut(
        build=found.build,
        reason=found.reason,
        says=found.says + _not_looked_at(codename),
        newest=found.newest,
        way=way_out(found.way) if found.way else None,
    )


@router.post("/codenames/{codename}/builds/preview", response={200: PreviewOut, **LONG})
def post_preview(request: HttpRequest, codename: str, body: PasteIn) -> PreviewOut:
    told = ask_preview(
        actor=actor_of(request),
        codename=codename,
        text=body.text,
        filling=_filling(body),
        verdict=body.verdict,
        page=body.page,
        now=timezone.now(),
    )
    return PreviewOut(**told)


@router.post("/codenames/{codename}/builds", response={200: AddedOut, **LONG})
def post_builds(request: HttpRequest, codename: str, body: PasteIn) -> AddedOut:
    """Read and stored by the worker."""
    added = ask_add(
        actor=actor_of(request),
        codename=codename,
        text=body.text,
        filling=_filling(body),
        now=timezone.now(),
    )
    return AddedOut(**added)


def _filling(body: PasteIn) -> Filling:
    return Filling(body.platform, body.rollback_index, body.patch_level or None)


@router.get("/documents/{kind}", response={200: list[ListedOut], **FAILED})
def list_documents(request: HttpRequest, kind: str) -> list[ListedOut]:
    """Schemes, tools or devices, the retired ones last."""
    _require_kind(kind)
    rows = sorted(entries(kind, retired=True), key=lambda e: (e.retired_at is not None, e.name))
    found = []
    for entry in rows:
        assert entry.current is not None
        try:
            document = document_of(entry.current, kind)
        except UnreadableDocument as error:
            title, about = entry.name, str(error)
        else:
            title = _title(document)
            about = _about(document)
        found.append(
            ListedOut(name=entry.name, title=title, about=about, retired=entry.retired_because)
        )
    return found


def _title(document: Any) -> str:
    if isinstance(document, Device):
        return document.maker
    return str(document.title if isinstance(document, Passage) else document.name)


def _about(document: Any) -> str:
    if isinstance(document, Passage):
        return passage_about(document)
    if isinstance(document, Device):
        return ", ".join(document.market_names)
    if hasattr(document, "hosts"):
        return f"{document.versions}; {', '.join(h.name for h in document.hosts)}"
    if isinstance(document, Program):
        return f"{document.kind} {document.version or ''}".strip()
    return ", ".join(f"{f.what} form" for f in getattr(document, "forms", ()))


@router.get("/document", response={200: DocumentOut, **FAILED})
def get_document(
    request: HttpRequest, kind: str, name: str, codename: str = "", number: int = 0
) -> DocumentOut:
    _require_kind(kind)
    return document_page(kind, codename, name, number)


@router.get("/schema/{kind}", response={200: dict[str, Any], **FAILED})
def get_schema(request: HttpRequest, kind: str) -> dict[str, Any]:
    """The JSON Schema by which the form of a document is built."""
    _require_form(kind)
    schema = json_schema(kind)
    del schema["properties"]["format"]
    return schema


@router.post("/document", response={200: SavedOut, **FAILED})
def post_document(request: HttpRequest, body: SaveIn) -> SavedOut:
    _require_kind(body.kind)
    version = save_document(
        actor=actor_of(request),
        kind=body.kind,
        value=body.body,
        codename=body.codename,
        seen=body.seen,
        note=body.note,
        now=timezone.now(),
    )
    return SavedOut(
        codename=version.entry.codename,
        name=version.entry.name,
        number=version.number,
        fingerprint=version.fingerprint,
    )


@router.post("/document/check", response={200: CheckedOut, **FAILED})
def post_check(request: HttpRequest, body: CheckIn) -> CheckedOut:
    """Stores nothing: what a document would be while it is being written."""
    _require_form(body.kind)
    try:
        document = checked(body.kind, body.body)
    except InvalidDocument as error:
        return CheckedOut(
            faults=[FaultOut(at=[str(p) for p in f.at], message=f.message) for f in error.faults]
        )
    if not isinstance(document, Device):
        return CheckedOut(faults=[])
    return CheckedOut(
        faults=[],
        rails=draw_rails(document.layout),
        chords=[draw_chord(c, document.keys, document.modes) for c in document.chords],
    )


@router.post("/document/retire", response={200: DocumentOut, **FAILED})
def post_retire(request: HttpRequest, body: RetireIn) -> DocumentOut:
    _require_kind(body.kind)
    retire(
        actor=actor_of(request),
        kind=body.kind,
        codename=body.codename,
        name=body.name,
        reason=body.reason,
        now=timezone.now(),
    )
    return document_page(body.kind, body.codename, body.name)


@router.post("/document/bring-back", response={200: DocumentOut, **FAILED})
def post_bring_back(request: HttpRequest, body: RetireIn) -> DocumentOut:
    _require_kind(body.kind)
    bring_back(actor=actor_of(request), kind=body.kind, codename=body.codename, name=body.name)
    return document_page(body.kind, body.codename, body.name)


@router.get("/decode", response={200: DecodeOut, **FAILED})
def get_decode(request: HttpRequest, text: str, codename: str = "") -> DecodeOut:
    return decode_page(text, codename)


@router.get("/jump", response={200: JumpOut, **FAILED})
def get_jump(request: HttpRequest, q: str) -> JumpOut:
    places = [*find_catalogue_places(q), *find_guide_places(q)]
    return JumpOut(places=[_place(p) for p in places])


def _place(place: JumpPlace) -> PlaceLineOut:
    return PlaceLineOut(
        kind=place.kind,
        name=place.name,
        about=place.about,
        path=place.path,
        fields=judged_out(place.fields),
    )


def _require_kind(kind: str) -> None:
    if kind not in KINDS:
        raise NoSuchDocument(f"No kind of document is called {kind[:40]!r}.")


def _require_form(kind: str) -> None:
    """Packages are written by the same form, and kept with their draft."""
    if kind != "package":
        _require_kind(kind)
