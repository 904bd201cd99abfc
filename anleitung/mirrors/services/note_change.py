"""A source that came to stand otherwise is noted, with before and after."""

from datetime import datetime
from typing import Any

from anleitung.core.files.watched import FINE, SourceState, opens_matter
from anleitung.mirrors.models import Change, Look

RIGHT_AGAIN = "right again when it was looked at"


def note_change(look: Look, told: SourceState, *, now: datetime) -> None:
    """Within a transaction, before the look is saved. What is right again settles its matters."""
    earlier = (
        Look.objects.filter(address=look.address, sha256=look.sha256, size=look.size)
        .exclude(standing="")
        .order_by("-id")
        .first()
    )
    standing: Any = earlier.standing if earlier else None
    about = {"address": look.address, "sha256": look.sha256, "size": look.size}
    open_now = Change.objects.filter(**about, settled_at__isnull=True)
    if told.standing in FINE:
        # A size alone proves nothing about bytes that were found to differ.
        if told.standing == "right" or not open_now.filter(standing="replaced").exists():
            open_now.update(settled_at=now, because=RIGHT_AGAIN)
        return
    known = open_now.filter(standing=told.standing).first()
    if known is not None and known.after == _after(look):
        return
    unchanged = earlier is not None and _after(earlier) == _after(look)
    if unchanged and Change.objects.filter(**about, after=_after(look)).exists():
        return  # A person settled this very state.
    if not opens_matter(told, standing):
        return
    before = _after(earlier) if earlier else _recorded(look)
    open_now.update(settled_at=now, because="stands otherwise by now")
    Change.objects.create(
        **about,
        name=look.name,
        standing=told.standing,
        says=told.says[:500],
        before=before,
        after=_after(look),
        at=now,
    )


def _after(look: Look) -> dict[str, Any]:
    return {
        "standing": look.standing,
        "size": look.got_size,
        "sha256": look.got_sha256,
        "address": look.final,
    }


def _recorded(look: Look) -> dict[str, Any]:
    return {
        "standing": "on record",
        "size": look.size,
        "sha256": look.sha256,
        "address": look.address,
    }
