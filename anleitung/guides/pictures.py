"""Pictures of stored guides, kept once by their digest."""

from collections.abc import Mapping
from datetime import datetime

from django.contrib.auth.models import User

from anleitung.core.formats.pictures import Kept, read_picture
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import rows_of
from anleitung.guides.models import StoredPicture


class Held:
    """The digests of all pictures of the site, as something that can be asked."""

    def __contains__(self, digest: object) -> bool:
        return StoredPicture.objects.filter(sha256=digest).exists()


def store_pictures(files: Mapping[str, bytes], *, actor: User, now: datetime) -> None:
    """Those of a bundle that was read without a fault."""
    for name, content in files.items():
        if name.startswith("pictures/"):
            store_picture(read_picture(content), actor=actor, now=now)


def store_picture(kept: Kept, *, actor: User, now: datetime) -> None:
    StoredPicture.objects.get_or_create(
        sha256=kept.digest,
        defaults={
            "kind": kept.kind,
            "content": kept.content,
            "width": kept.width,
            "height": kept.height,
            "added_at": now,
            "added_by": actor,
        },
    )


def pictures_of(bundle: Bundle) -> list[Kept]:
    digests = {p.sha256 for row in rows_of(bundle.guide) for p in row.step.pictures}
    found = StoredPicture.objects.filter(sha256__in=digests).order_by("sha256")
    return [Kept(bytes(p.content), p.kind, p.width, p.height) for p in found]  # type: ignore[arg-type]
