"""The beginnings of a guide: empty with an aim, or a copy of another on the same codename."""

from typing import Any

from anleitung.core.documents.base import body_of
from anleitung.core.errors import AnleitungError
from anleitung.core.guide.aim import Aim
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.marked import gettext as _


class BeginRefused(AnleitungError):
    code = "begin-refused"


def empty_guide(
    codename: str,
    slug: str,
    title: str,
    aim: Aim,
    *,
    system: str,
    newest_base: str,
    tools: tuple[str, ...],
    steps: tuple[dict[str, Any], ...] = (),
    introduction: str = "",
    lineage: str = "",
) -> Guide:
    """system: that the guide installs, updates or roots; newest_base: the last build of the

    codename, for a firmware base. Raises ValueError, as a guide does.
    """
    admission, promise = _usual(aim, system, newest_base)
    plain: dict[str, Any] = {
        "id": slug,
        "codename": codename,
        "title": title,
        "summary": title,
        "admission": admission,
        "promise": {"holds": promise},
        "tools": tools,
        "introduction": introduction,
        "steps": steps or ({"id": "row", "action": "open", "about": "empty"},),
    }
    return Guide.model_validate(plain | ({"lineage": lineage} if lineage else {}))


def _usual(aim: Aim, system: str, newest_base: str) -> tuple[str, list[str]]:
    """What a guide of this aim admits and promises until its author says otherwise."""
    unlocked = "bootloader is unlocked"
    match aim:
        case "unlock":
            return "bootloader is locked", [unlocked]
        case "base":
            return unlocked, [f"base is {newest_base}", "mode is system"]
        case "install":
            return unlocked, [f"system is {system or 'stock'}", "mode is system"]
        case "update":
            named = system or "stock"
            return f"{unlocked} and system is {named}", [f"system is {named}", "mode is system"]
        case "root":
            return unlocked, ["root is present", "mode is system"]
        case "back":
            return unlocked, ["system is stock", "mode is system"]
        case _:
            return unlocked, ["mode is system"]


def copy_of(bundle: Bundle, slug: str, title: str, lineage: str) -> Bundle:
    """The same steps and documents as a guide of another name."""
    plain = body_of(bundle.guide) | {"id": slug, "title": title, "lineage": lineage}
    return bundle.with_guide(Guide.model_validate(plain))


def lineage_words(title: str, codename: str, state: str) -> str:
    return _("from “{title}” of {codename}, {state}").format(
        title=title[:100], codename=codename, state=state
    )
