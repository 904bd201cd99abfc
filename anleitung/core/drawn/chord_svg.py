"""A chord as a picture (SVG 1.1): the phone with its keys lit, and a bar for how long each is held.

Colours and motion are the style sheet's; the picture carries classes, and times for the player.
"""

from collections.abc import Iterable, Sequence
from xml.sax.saxutils import escape, quoteattr

from anleitung.core.drawn.chord_out import LaneOut, MarkOut

WIDTH = 380
LEFT, RIGHT = 104, 366  # where the time runs
TOP, LANE = 26, 36
PHONE = (26, 24, 46, 104)  # x, y, width, height of the outline
KEY_LONG, KEY_THICK = 11, 5


def chord_svg(
    lanes: Sequence[LaneOut], marks: Sequence[MarkOut], starts: Sequence[int], length: int
) -> str:
    """starts: when each moment begins, in seconds. length: of all of it, at least 1."""

    def x(seconds: int) -> float:
        return round(LEFT + seconds / length * (RIGHT - LEFT), 1)

    bottom = TOP + len(lanes) * LANE
    height = max(bottom + 22, PHONE[1] + PHONE[3] + 26)
    parts = [
        f'<svg class="chord" viewBox="0 0 {WIDTH} {height}" aria-hidden="true" '
        f'data-length="{length}" data-left="{LEFT}" data-right="{RIGHT}">',
        *_phone(lanes),
    ]
    for mark in marks:
        kind = "sight" if mark.is_sight else "clock"
        parts.append(_line(f"mark-{kind}", x(mark.at), TOP - 4, x(mark.at), bottom))
    parts += _numbers([x(s) for s in starts])
    for i, lane in enumerate(lanes):
        y = TOP + i * LANE
        label = ", ".join(filter(None, (lane.name, lane.hand)))
        parts.append(f'<text x="{LEFT}" y="{y + 12}">{escape(label)}</text>')
        parts.append(_line("track", LEFT, y + 22, RIGHT, y + 22))
        for bar in lane.bars:
            width = max(x(bar.end) - x(bar.start), 3)
            kind = "bar open" if bar.is_open else "bar"
            parts.append(
                f'<rect class="{kind}" x="{x(bar.start)}" y="{y + 17}" '
                f'width="{width:.1f}" height="10" data-key={quoteattr(lane.id)} '
                f'data-start="{bar.start}" data-end="{bar.end}"/>'
            )
        for tap in lane.taps:
            parts.append(
                f'<circle class="tap" cx="{x(tap)}" cy="{y + 22}" r="5" '
                f'data-key={quoteattr(lane.id)} data-start="{tap}" data-end="{tap + 1}"/>'
            )
    parts.append(f'<text class="axis" x="{LEFT}" y="{bottom + 14}">0</text>')
    parts.append(
        f'<text class="axis end" x="{RIGHT}" y="{bottom + 14}" text-anchor="end">{length} s</text>'
    )
    parts.append(_line("now", LEFT, TOP - 4, LEFT, bottom))
    parts.append("</svg>")
    return "".join(parts)


def _line(kind: str, x1: float, y1: float, x2: float, y2: float) -> str:
    return f'<line class="{kind}" x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}"/>'


def _numbers(xs: Sequence[float]) -> Iterable[str]:
    """The number of each moment above its beginning; those that begin together stand abreast."""
    last = -99.0
    for number, at in enumerate(xs, 1):
        here = max(at, last + 12)
        last = here
        yield f'<text class="number" x="{min(here, RIGHT + 4)}" y="{TOP - 9}">{number}</text>'


def _phone(lanes: Sequence[LaneOut]) -> Iterable[str]:
    px, py, pw, ph = PHONE
    yield f'<rect class="phone" x="{px}" y="{py}" width="{pw}" height="{ph}" rx="8"/>'
    yield f'<rect class="glass" x="{px + 5}" y="{py + 10}" width="{pw - 10}" height="{ph - 20}"/>'
    for lane in lanes:
        share = lane.place / 100
        along_y = py + share * (ph - KEY_LONG)
        along_x = px + share * (pw - KEY_LONG)
        box: tuple[float, float, float, float]
        match lane.side:
            case "left":
                box = (px - KEY_THICK, along_y, KEY_THICK, KEY_LONG)
            case "right":
                box = (px + pw, along_y, KEY_THICK, KEY_LONG)
            case "top":
                box = (along_x, py - KEY_THICK, KEY_LONG, KEY_THICK)
            case "bottom":
                box = (along_x, py + ph, KEY_LONG, 16 if lane.id == "cable" else KEY_THICK)
            case _:
                box = (along_x, py + ph - 9, KEY_LONG, KEY_THICK)
        bx, by, bw, bh = (round(v, 1) for v in box)
        yield (
            f'<rect class="key" x="{bx}" y="{by}" width="{bw}" height="{bh}" '
            f"data-lit={quoteattr(lane.id)}/>"
        )
