"""What is drawn of a chord: lanes with bars, and marks in time."""

from pydantic import BaseModel


class BarOut(BaseModel):
    """start, end: seconds from the beginning. is_open: ends by a sight, not by the clock."""

    start: int
    end: int
    is_open: bool


class LaneOut(BaseModel):
    """A key or the cable. hand: which hand holds it; taps: when it is pressed briefly."""

    id: str
    name: str
    side: str
    place: int
    hand: str
    bars: list[BarOut]
    taps: list[int]


class MarkOut(BaseModel):
    """The end of a moment: after so many seconds, or when a sight shows."""

    at: int
    says: str
    is_sight: bool
