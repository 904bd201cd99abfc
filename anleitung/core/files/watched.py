"""What a source gives today, held against what a file set has on record of it."""

from dataclasses import dataclass
from typing import Literal, get_args

from anleitung.core.marked import gettext as _

Fault = Literal["", "unreachable", "too-slow", "refused-address", "too-many-redirects", "cancelled"]
Standing = Literal[
    "right",
    "same-size",
    "moved",
    "replaced",
    "cut-short",
    "page",
    "too-large",
    "too-slow",
    "gone",
    "unreachable",
    "refused",
]
STANDINGS: tuple[Standing, ...] = get_args(Standing)

TONES: dict[Standing, str] = {
    "right": "plain",
    "same-size": "plain",
    "moved": "care",
    "replaced": "loss",
    "cut-short": "loss",
    "page": "loss",
    "too-large": "loss",
    "too-slow": "care",
    "gone": "loss",
    "unreachable": "care",
    "refused": "loss",
}


def tone_of(standing: str) -> str:
    """Also of a stored word that this version does not know: it is not said to be fine."""
    return next((tone for known, tone in TONES.items() if known == standing), "care")


# Other bytes, or none at all: a matter at once. The others may pass, so they are seen twice first.
AT_ONCE: frozenset[Standing] = frozenset({"replaced", "cut-short", "page", "too-large", "gone"})
FINE: frozenset[Standing] = frozenset({"right", "same-size"})


@dataclass(frozen=True, slots=True)
class Wanted:
    """What the set has on record. size: bytes; sha256: "" where the set has none."""

    address: str
    size: int
    sha256: str = ""


@dataclass(frozen=True, slots=True)
class Seen:
    """What came. size: bytes that came or were announced, None for not told.

    sha256: "" where it was not read to the end. final: where the last redirect led.
    lasting: every redirect on the way was said to be for good. over: more came than was allowed.
    """

    status: int = 0
    size: int | None = None
    sha256: str = ""
    final: str = ""
    lasting: bool = False
    is_page: bool = False
    over: bool = False
    fault: Fault = ""
    why: str = ""


@dataclass(frozen=True, slots=True)
class SourceState:
    standing: Standing
    says: str

    @property
    def tone(self) -> str:
        return TONES[self.standing]


def judge_source(wanted: Wanted, seen: Seen) -> SourceState:
    match seen.fault:
        case "refused-address" | "too-many-redirects":
            return SourceState("refused", seen.why)
        case "unreachable" | "cancelled":
            return SourceState("unreachable", seen.why)
        case "too-slow":
            return SourceState("too-slow", seen.why)
        case "":
            pass
    if seen.status in (404, 410):
        says = _("it is gone: the host answers {status}").format(status=seen.status)
        return SourceState("gone", says)
    if seen.status != 200:
        return SourceState("unreachable", _("the host answers {status}").format(status=seen.status))
    return _judge_bytes(wanted, seen)


def _judge_bytes(wanted: Wanted, seen: Seen) -> SourceState:
    same = bool(seen.sha256) and seen.sha256 == wanted.sha256
    if not same and seen.is_page:
        return SourceState("page", _("a web page comes instead of the file"))
    if seen.over:
        says = _("far more comes than the {size:,} bytes on record; it was not read to its end")
        return SourceState("too-large", says.format(size=wanted.size))
    if seen.size is not None and seen.size < wanted.size:
        says = _("cut short: {got:,} of {want:,} bytes")
        return SourceState("cut-short", says.format(got=seen.size, want=wanted.size))
    if seen.size is not None and seen.size != wanted.size:
        says = _("replaced under the same name: {got:,} bytes instead of {want:,}")
        return SourceState("replaced", says.format(got=seen.size, want=wanted.size))
    if seen.sha256 and wanted.sha256 and not same:
        return SourceState(
            "replaced", _("replaced under the same name: other bytes of the same length")
        )
    if seen.final and seen.final != wanted.address and seen.lasting:
        how = _("the right bytes") if same else _("the size on record")
        says = _("moved for good to {place}, with {how}").format(place=seen.final, how=how)
        return SourceState("moved", says)
    if same:
        return SourceState("right", _("the right bytes"))
    if seen.size is None:
        return SourceState(
            "same-size", _("there; the host tells no size, and the bytes were not read")
        )
    return SourceState("same-size", _("there, with the size on record; the bytes were not read"))


def opens_matter(told: SourceState, before: Standing | None) -> bool:
    """before: how the source stood at the last look, None where it was never looked at."""
    if told.standing in FINE:
        return False
    return told.standing in AT_ONCE or told.standing == "moved" or before == told.standing
