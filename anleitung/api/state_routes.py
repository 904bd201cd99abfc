"""The routes of what becomes of a published guide."""

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema

from anleitung.api.problems import FAILURES, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.shapes import DeprecateIn
from anleitung.guides.services.deprecate import deprecate, take_up_again

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}


class DeprecationOut(Schema):
    codename: str
    slug: str
    is_deprecated: bool


@router.post("/guides/{codename}/{slug}/deprecate", response={200: DeprecationOut, **FAILED})
def post_deprecate(
    request: HttpRequest, codename: str, slug: str, body: DeprecateIn
) -> DeprecationOut:
    deprecate(
        actor=actor_of(request), codename=codename, slug=slug, now=timezone.now(), **body.dict()
    )
    return DeprecationOut(codename=codename, slug=slug, is_deprecated=True)


@router.post("/guides/{codename}/{slug}/take-up-again", response={200: DeprecationOut, **FAILED})
def post_take_up_again(request: HttpRequest, codename: str, slug: str) -> DeprecationOut:
    take_up_again(actor=actor_of(request), codename=codename, slug=slug, now=timezone.now())
    return DeprecationOut(codename=codename, slug=slug, is_deprecated=False)
