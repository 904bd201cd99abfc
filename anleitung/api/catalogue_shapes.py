"""What the API answers with about the catalogue. Drawings are core's own models."""

from datetime import datetime
from typing import Any

from ninja import Schema

from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.tool import Tool
from anleitung.core.drawn.chords import ChordOut
from anleitung.core.drawn.names import NamesakeOut
from anleitung.core.drawn.phone_words import UnlockingOut
from anleitung.core.drawn.rails import RailsOut


class DocumentVersionOut(Schema):
    number: int
    fingerprint: str
    at: datetime
    by: str
    note: str


class PassagePlaceOut(Schema):
    id: str
    kind: str
    says: str


class PassageLineOut(Schema):
    """depth: in how many rows it stands."""

    says: str
    depth: int


class PassageOut(Schema):
    """about: for whose guides; line: by which a guide takes it; lines: its steps."""

    title: str
    about: str
    line: str
    places: list[PassagePlaceOut]
    lines: list[PassageLineOut]


class DocumentOut(Schema):
    """One version of a document. versions: the newest first; retired: the reason, or empty.

    body: as it is stored and edited; tool, scheme, program: the same, whole, where it is one;
    passage: as it is read.
    """

    kind: str
    codename: str
    name: str
    number: int
    fingerprint: str
    body: dict[str, Any]
    retired: str
    versions: list[DocumentVersionOut]
    used_by: list[str]
    tool: Tool | None = None
    scheme: NamingScheme | None = None
    program: Program | None = None
    passage: PassageOut | None = None


class SaveIn(Schema):
    """seen: the fingerprint that the author started from, empty for a new document."""

    kind: str
    codename: str = ""
    seen: str = ""
    note: str = ""
    body: dict[str, Any]


class SavedOut(Schema):
    codename: str
    name: str
    number: int
    fingerprint: str


class CheckIn(Schema):
    kind: str
    body: dict[str, Any]


class FaultOut(Schema):
    """at: the fields and places that lead there."""

    at: list[str]
    message: str


class CheckedOut(Schema):
    """What a document that is being written would be: its faults, or its drawings."""

    faults: list[FaultOut]
    rails: RailsOut | None = None
    chords: list[ChordOut] = []


class RetireIn(Schema):
    kind: str
    codename: str = ""
    name: str
    reason: str = ""


class RegionOut(Schema):
    id: str
    name: str


class VariantLineOut(Schema):
    id: str
    told_apart_by: str
    differs: str
    market_names: list[str]


class ModeOut(Schema):
    mode: str
    told_apart_by: str


class FeatureOut(Schema):
    feature: str
    state: str
    span: str
    says: str


class SystemOut(Schema):
    """features: of all releases, the newest ones first."""

    system: str
    name: str
    releases: list[str]
    features: list[FeatureOut]


class PhoneOut(Schema):
    document: DocumentOut
    maker: str
    market_names: list[str]
    namesakes: list[NamesakeOut]
    variants: list[VariantLineOut]
    regions: list[RegionOut]
    carriers: list[str]
    build_shown: str
    scheme: str
    rails: RailsOut
    unlocking: UnlockingOut
    chords: list[ChordOut]
    modes: list[ModeOut]
    hardware: list[str]
    habits: list[str]
    systems: list[SystemOut]


class FieldOut(Schema):
    field: str
    value: str


class PackageOut(Schema):
    """missing: a predecessor that the catalogue does not hold, or empty."""

    kind: str
    name: str
    size: str
    words: str
    missing: str


class StandingOut(Schema):
    tone: str
    words: str


class BuildOut(Schema):
    """lane: the row of the update graph in which it stands."""

    build: str
    release: str
    lane: str
    platform: int
    region: str
    rollback_index: int
    patch_level: str
    released: str
    edition: str
    withdrawn: bool
    notes: str
    known_bugs: list[str]
    fields: list[FieldOut]
    packages: list[PackageOut]
    standing: list[StandingOut]
    has_full: bool


class StepMoveOut(Schema):
    """A move by a package that fits certain builds only; start and goal are build strings."""

    start: str
    goal: str


class BuildsOut(Schema):
    """builds: oldest first within each line. moves: those that are not by full packages."""

    builds: list[BuildOut]
    regions: list[str]
    moves: list[StepMoveOut]
    retired: list[str]
    scheme: str
    not_told: list[str]


class LegOut(Schema):
    start: str
    goal: str
    kind: str
    name: str
    size: str


class WayOut(Schema):
    legs: list[LegOut]
    download: str


class WaysOut(Schema):
    """reachable: every build that can be reached from the start."""

    fewest_legs: WayOut | None
    least_download: WayOut | None
    no_way: str
    reachable: list[str]


class OfferedOut(Schema):
    build: str
    reason: str
    says: str
    newest: str
    way: WayOut | None


class PasteIn(Schema):
    """verdict: only lines of this verdict, all where empty; page: counted from 0."""

    text: str
    platform: int | None = None
    rollback_index: int | None = None
    patch_level: str = ""
    verdict: str = ""
    page: int = 0


class PasteRowOut(Schema):
    line: int
    text: str
    verdict: str
    says: str
    fields: list[FieldOut]


class VerdictCountOut(Schema):
    verdict: str
    count: int


class PreviewOut(Schema):
    """rows: one page of them; pages: how many there are of the chosen verdict."""

    lines: int
    counts: list[VerdictCountOut]
    rows: list[PasteRowOut]
    page: int
    pages: int


class AddedOut(Schema):
    new: int
    changed: int
    left: int


class JudgedFieldOut(Schema):
    field: str
    value: str
    verdict: str
    says: str


class ReadingOut(Schema):
    """One scheme's reading of a string, held against one codename."""

    codename: str
    scheme: str
    form: str
    fields: list[JudgedFieldOut]
    listed: bool


class DecodeOut(Schema):
    """text: as it was understood; fault: why it cannot be read, empty where it can."""

    text: str
    notes: list[str]
    fault: str
    readings: list[ReadingOut]


class PlaceLineOut(Schema):
    kind: str
    name: str
    about: str
    path: str
    fields: list[JudgedFieldOut]


class JumpOut(Schema):
    places: list[PlaceLineOut]


class ListedOut(Schema):
    """One line of a list of documents."""

    name: str
    title: str
    about: str
    retired: str
