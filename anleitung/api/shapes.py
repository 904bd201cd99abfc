"""What the API answers with. Sheets, findings and evidence are core's own models."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from anleitung.core.evidence.report import EvidenceOut
from anleitung.core.sheet.model import SheetOut
from anleitung.guides.chain import Neighbour
from anleitung.guides.load import newest_revision
from anleitung.guides.models import Deprecation, Draft, Revision
from anleitung.guides.states import State
from anleitung.guides.work import redrafted


class MeOut(Schema):
    name: str
    is_maintainer: bool
    is_administrator: bool
    role: str


class GuideLineOut(Schema):
    """One guide in a list. draft_stops: -1 without a draft or a proof of it."""

    slug: str
    title: str
    aim: str
    version: str
    short: str
    is_withdrawn: bool
    is_trial: bool
    has_draft: bool
    draft_title: str
    draft_stops: int
    draft_warnings: int
    runs: int
    flags: int
    admission: str
    is_stale: bool
    fault: str = ""


class CodenameOut(Schema):
    """state: a word or two for the rail; mine: the person has written or published guides of it."""

    codename: str
    maker: str
    market_names: list[str]
    state: str
    tone: str
    retired: str
    mine: bool
    guides: list[GuideLineOut]


class DecisionOut(Schema):
    """One line of the desk: a sentence, and where its action is."""

    tone: str
    text: str
    action: str
    path: str
    mine: bool


class MatterGroupOut(Schema):
    kind: str
    title: str
    tone: str
    matters: list[DecisionOut]


class HomeOut(Schema):
    codenames: list[CodenameOut]
    groups: list[MatterGroupOut]


class FirstOut(Schema):
    title: str
    slug: str


class ListedGuideOut(GuideLineOut):
    """first: the guides that open the way to it, as far as the worker has looked."""

    first: list[FirstOut]


class TrialIn(Schema):
    is_trial: bool


class AimOut(Schema):
    aim: str
    title: str
    guides: list[ListedGuideOut]


class GuidesOut(Schema):
    """trials: guides that are kept apart, to try things out."""

    aims: list[AimOut]
    trials: list[ListedGuideOut]


class VersionLineOut(Schema):
    """note: what readers are told of the change, a sentence a line; state: what it is by now."""

    version: str
    short: str
    published_at: datetime
    published_by: str
    withdrawn: str
    note: str = ""
    state: State = "published"


class DeprecatedOut(Schema):
    """follower, title: of the guide to follow instead, "" for none."""

    reason: str
    follower: str
    title: str
    at: datetime
    by: str


class DeprecateIn(Schema):
    """follower: the guide of the codename to follow instead, "" for none."""

    reason: Annotated[str, Field(max_length=4_000)]
    follower: Annotated[str, Field(max_length=60)] = ""


class ChainLineOut(Schema):
    title: str
    slug: str
    short: str
    version: str
    words: str


class FieldDifferenceOut(Schema):
    """ours: as the catalogue has it; theirs: as the guide carries it; "" where it is left out."""

    field: str
    ours: str
    theirs: str


class ChangedOut(Schema):
    """A document of the guide that the catalogue holds otherwise. fields: what differs."""

    kind: str
    codename: str
    name: str
    fields: list[FieldDifferenceOut]
    path: str


class LiftedOut(Schema):
    """A notice of dead phones that was taken down."""

    reason: str
    at: datetime
    by: str


class TodayOut(Schema):
    """The guide with the catalogue's documents of today. stops: of that proof, 0 where none is."""

    changed: list[ChangedOut]
    is_stale: bool
    stops: int
    first_stop: str
    fault: str


class ContestOut(Schema):
    """A stop that somebody holds to be wrong. second: who signed it too, "" for nobody yet."""

    id: int
    finding: str
    subject: str
    step: str
    reason: str
    by: str
    at: datetime
    second: str


class ForCodenameOut(Schema):
    """A codename that the guide is for. stops: open ones there, -1 where it is not proved yet."""

    codename: str
    market_names: list[str]
    stops: int


class RelativeOut(Schema):
    """A guide that this one was begun from, or the other way round; version, state: of the parent,

    from which it was begun; newest: what is published of it, "" for nothing.
    """

    codename: str
    slug: str
    title: str
    version: str
    state: int | None
    newest: str


class CarriedOut(Schema):
    """What became of the reports of an earlier state: speak counts here; broken: what broke the

    link → how many.
    """

    version: str
    speak: int
    broken: dict[str, int]


class WaivedOut(Schema):
    says: str
    by: str
    reason: str


class PassedOut(Schema):
    """How a revision came to be published. eyes: who else stands behind it; alone: nobody does."""

    eyes: str
    alone: bool
    waived: list[WaivedOut]


class PageOut(Schema):
    """A draft or a revision with all that its page shows. evidence: None for a draft.

    earlier: what was reported for the revision before, and is not known for this one. helped:
    "step/number" of a thing to try → how many reports say that it helped. codenames: those that
    it is for; what is shown is for the one of the sheet. address: of the readers' page, "" for a
    draft. next_version: of a draft that is the first, "" where it follows from a comparison with
    follows, what was published last. named_by: published guides that name it as a way back.
    """

    kind: str
    codenames: list[ForCodenameOut]
    address: str
    sheet: SheetOut
    version: str
    next_version: str
    follows: VersionLineOut | None = None
    deprecated: DeprecatedOut | None = None
    fingerprint: str
    short: str
    changed_at: datetime
    changed_by: str
    withdrawn: str
    withdrawn_at: datetime | None
    versions: list[VersionLineOut]
    has_draft: bool
    in_review: bool = False
    parent: RelativeOut | None = None
    forks: list[RelativeOut] = []
    named_by: list[str] = []
    passed: PassedOut | None = None
    before: list[ChainLineOut]
    after: list[ChainLineOut]
    evidence: EvidenceOut | None
    earlier: EvidenceOut | None
    earlier_version: str
    carried: list[CarriedOut] = []
    today: TodayOut
    sources: list[str]
    open_stops: int
    contests: list[ContestOut]
    chain_missing: int = 0
    reports_waiting: int = 0
    lifted: list[LiftedOut] = []
    helped: dict[str, int] = {}


class DifferenceOut(Schema):
    """A document of an imported bundle that the catalogue holds otherwise."""

    kind: str
    codename: str
    name: str
    fields: list[FieldDifferenceOut]


class BroughtInOut(Schema):
    """A draft as it stands now. differs: for an import."""

    codename: str
    slug: str
    fingerprint: str
    replaced: bool
    differs: list[DifferenceOut] = []


class SettleDifferenceIn(Schema):
    """choice: ours (the catalogue's, for this draft), theirs (the draft's, as the next version of

    the catalogue) or both (the draft's under the id new_name).
    """

    seen: str
    kind: str
    codename: str = ""
    name: str
    choice: Literal["ours", "theirs", "both"]
    new_name: str = ""


class PublishIn(Schema):
    seen: str


class PublishAsIn(PublishIn):
    """level: that the number shall have at least; None for what follows from the differences.

    note: what readers are told of the change, "" for the sentences of the comparison.
    """

    level: Literal["major", "minor", "patch"] | None = None
    note: Annotated[str, Field(max_length=20_000)] = ""


class RemovePictureIn(Schema):
    seen: str
    step: str
    sha256: str


class PublishedOut(Schema):
    version: str
    short: str


class WithdrawIn(Schema):
    reason: str


def redrafted_out(draft: Draft) -> BroughtInOut:
    return BroughtInOut(**redrafted(draft))


def version_line(revision: Revision, state: State = "published") -> VersionLineOut:
    withdrawal = getattr(revision, "withdrawal", None)
    return VersionLineOut(
        version=revision.version,
        short=revision.short,
        published_at=revision.published_at,
        published_by=revision.published_by.get_username(),
        withdrawn=withdrawal.reason if withdrawal else "",
        note=revision.change_note.text if hasattr(revision, "change_note") else "",
        state=state,
    )


def deprecated_out(standing: Deprecation | None, codename: str) -> DeprecatedOut | None:
    if standing is None:
        return None
    newest = newest_revision(standing.follower, codename) if standing.follower else None
    return DeprecatedOut(
        reason=standing.reason,
        follower=standing.follower.slug if standing.follower else "",
        title=newest.title if newest else "",
        at=standing.at,
        by=standing.by.get_username(),
    )


def chain_line(neighbour: Neighbour) -> ChainLineOut:
    link = neighbour.link
    words = (
        "for every phone that ends it well"
        if link.admitted == link.of
        else f"for {link.admitted:,} of the {link.of:,} kinds of phone that end it well"
        + (f": {link.words}" if link.words else "")
    )
    return ChainLineOut(
        title=neighbour.revision.title,
        slug=neighbour.revision.guide.slug,
        short=neighbour.revision.short,
        version=neighbour.revision.version,
        words=words,
    )


def changed(row: Draft | Revision) -> tuple[datetime, str]:
    if isinstance(row, Draft):
        return row.updated_at, row.updated_by.get_username()
    return row.published_at, row.published_by.get_username()
