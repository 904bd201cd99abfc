"""What the desk asks of every guide, read for all of them at once."""

from collections.abc import Iterable
from dataclasses import dataclass

from django.db.models import Exists, OuterRef, Subquery

from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.result import ProofOut
from anleitung.guides.load import kept_proof, kept_proofs
from anleitung.guides.models import Draft, Guide, Revision
from anleitung.reports.models import Report
from anleitung.review.models import ReviewRequest


@dataclass(frozen=True, slots=True)
class Looked:
    """newest: primary key of a guide → its newest revision; reported, in_review: guides that

    readers have told of, and that others are asked to read. proofs: of drafts, by fingerprint.
    """

    newest: dict[int, Revision]
    reported: frozenset[int]
    in_review: frozenset[int]
    proofs: dict[str, ProofOut | None]

    def proof_of(self, bundle: Bundle) -> ProofOut | None:
        """Of a draft as it is for one of its codenames."""
        if bundle.fingerprint in self.proofs:
            return self.proofs[bundle.fingerprint]
        return kept_proof(bundle)


def look_at(guides: Iterable[Guide]) -> Looked:
    """A few queries, however many guides there are."""
    mine = Guide.objects.filter(pk__in=[guide.pk for guide in guides])
    last = Revision.objects.filter(guide=OuterRef("pk")).order_by("-number").values("pk")[:1]
    newest = Revision.objects.filter(pk__in=mine.values(last=Subquery(last)))
    told_of = mine.filter(Exists(Report.objects.filter(revision__guide=OuterRef("pk"))))
    drafts = Draft.objects.filter(guide__in=mine.values("pk"))
    asked = ReviewRequest.objects.filter(guide__in=mine.values("pk"), ended_at=None)
    return Looked(
        {row.guide_id: row for row in newest.select_related("withdrawal", "guide")},
        frozenset(told_of.values_list("pk", flat=True)),
        frozenset(asked.values_list("guide", flat=True)),
        kept_proofs(list(drafts.values_list("fingerprint", flat=True))),
    )
