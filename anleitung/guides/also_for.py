"""Under which further codenames a guide is found."""

from anleitung.core.guide.bundle import Bundle
from anleitung.guides.errors import NameTaken
from anleitung.guides.models import AlsoFor, Guide


def enter_codenames(guide: Guide, bundle: Bundle) -> None:
    """Within a transaction. Raises NameTaken where another guide has the name there."""
    require_free(bundle.device.codename, guide.slug, guide)
    for codename in bundle.codenames[1:]:
        require_free(codename, guide.slug, guide)
        AlsoFor.objects.get_or_create(guide=guide, codename=codename, slug=guide.slug)


def require_free(codename: str, slug: str, guide: Guide) -> None:
    own = Guide.objects.filter(codename=codename, slug=slug).exclude(pk=guide.pk).first()
    other = AlsoFor.objects.filter(codename=codename, slug=slug).exclude(guide=guide).first()
    taken = own or (other.guide if other else None)
    if taken is not None:
        raise NameTaken(
            f"{codename} has a guide {slug} already ({taken}). Give this one another id."
        )
