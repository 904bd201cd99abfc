"""The app of the review."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_delete, post_migrate
from django.utils import timezone

from anleitung.storage.immutable_tables import Guard, install_triggers

_ENDS = Guard((("id",),), once="ended_by_id", with_it=("ended_at",))
GUARDED = {
    "review_waiver": _ENDS,
    "review_passedgate": Guard((("id",), ("revision_id",))),
    # These go with a draft that is long deleted, and are never edited.
    "review_reading": Guard((("id",),), may_go=True),
    "review_trialrun": Guard((("id",),), may_go=True),
    "review_answer": Guard((("id",),), may_go=True),
}


class ReviewConfig(AppConfig):
    name = "anleitung.review"
    label = "review"

    def ready(self) -> None:
        from anleitung.guides.models import Draft

        post_migrate.connect(put_back_triggers, sender=self)
        post_delete.connect(_end_review, sender=Draft)
        from anleitung.review.work import register_all

        register_all()


def _end_review(instance: Any, **_: Any) -> None:
    """A draft that is gone is read by nobody any more, and its next one begins anew."""
    from anleitung.review.models import ReviewRequest

    standing = ReviewRequest.objects.filter(guide=instance.guide_id, ended_at=None)
    standing.update(ended_at=timezone.now())


def put_back_triggers(using: str = "default", **_: Any) -> None:
    install_triggers(GUARDED, using)
