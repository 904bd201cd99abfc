"""What the API answers with about the mirror watch."""

from datetime import datetime

from ninja import Schema
from pydantic import Field

from anleitung.api.file_shapes import Text
from anleitung.api.problems import JobOut


class CheckOut(Schema):
    """A round over the sources. by: "" for a scheduled one."""

    id: int
    state: str
    total: int
    done: int
    reads: bool
    asked_at: datetime
    by: str
    ended_at: datetime | None


class SourceOut(Schema):
    """One source of one file. standing: "" where it was never looked at."""

    address: str
    file: str
    standing: str
    tone: str
    says: str
    at: datetime | None
    millis: int
    guides: list[str]


class SideOut(Schema):
    """How a source stood: standing, size in bytes (None: not told), digest and address."""

    standing: str
    size: int | None
    sha256: str
    address: str


class ChangeOut(Schema):
    """An unsettled change of a source: a matter on each of these guides."""

    id: int
    file: str
    address: str
    tone: str
    says: str
    at: datetime
    before: SideOut
    after: SideOut
    guides: list[str]


class WatchOut(Schema):
    """every_hours: 0 where the sources are looked at only when somebody asks."""

    check: CheckOut | None
    sources: list[SourceOut]
    changes: list[ChangeOut]
    every_hours: int
    scheduled_reads: bool


class WorkOut(Schema):
    """What is done in the background just now; says: "" for nothing. job: the person's own."""

    says: str
    job: JobOut | None = None


class RoundIn(Schema):
    codename: Text = ""
    reads: bool = False


class SettleIn(Schema):
    because: Text


class ScheduleIn(Schema):
    every_hours: int = Field(ge=0, le=10_000)
    reads: bool = False
