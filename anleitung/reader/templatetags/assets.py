"""Links to the built styles and scripts, by the manifest of the build, and to guides."""

import json
from functools import lru_cache
from typing import Any

from django import template
from django.conf import settings
from django.templatetags.static import static
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString, mark_safe

from anleitung.core.marked import ENGLISH, N_, Texts, spoken
from anleitung.guides.load import address_of
from anleitung.reader.translated import InTheirWords

STATE_WORDS = Texts({"works": N_("works"), "partly": N_("partly"), "broken": N_("broken")})
register = template.Library()
register.filter("address", address_of)


@lru_cache(maxsize=1)
def _manifest() -> dict[str, Any]:
    path = settings.WEB / ".vite" / "manifest.json"
    if not path.is_file():
        raise RuntimeError("The front end is not built. Run 'make web'.")
    found: dict[str, Any] = json.loads(path.read_text())
    return found


@register.simple_tag
def styles(entry: str) -> SafeString:
    """The style sheets of an entry, those of its chunks included."""
    seen: list[str] = []

    def collect(name: str) -> None:
        chunk = _manifest()[name]
        for each in chunk.get("imports", []):
            collect(each)
        seen.extend(css for css in chunk.get("css", []) if css not in seen)

    collect(entry)
    return format_html_join(
        "", '<link rel="stylesheet" href="{}">', ((static(css),) for css in seen)
    )


@register.simple_tag
def fonts(entry: str) -> SafeString:
    """The two upright fonts are fetched with the page, so that nothing moves when they come."""
    wanted = ("next-latin-wght-normal", "mono-latin-wght-normal")
    files = [f for f in _manifest()[entry].get("assets", []) if any(w in f for w in wanted)]
    return format_html_join(
        "",
        '<link rel="preload" as="font" type="font/woff2" href="{}" crossorigin>',
        ((static(file),) for file in files),
    )


@register.simple_tag
def script(entry: str, *at_once: str) -> SafeString:
    """The script of an entry. at_once: what it asks for first of all; fetched together with it."""
    files: dict[str, None] = {}

    def collect(name: str) -> None:
        chunk = _manifest()[name]
        if name != entry and chunk["file"] not in files:
            files[chunk["file"]] = None
            for each in chunk.get("imports", []):
                collect(each)

    for name in (*_manifest()[entry].get("imports", []), *at_once):
        collect(name)
    tag = format_html(
        '<script type="module" src="{}"></script>', static(_manifest()[entry]["file"])
    )
    return tag + format_html_join(
        "", '<link rel="modulepreload" href="{}">', ((static(file),) for file in files)
    )


@register.simple_tag
def mark_icon() -> str:
    return static("mark.svg")


@register.filter
def original(text: str) -> SafeString | str:
    """What is told in English whatever the reader speaks: marked as such for other languages."""
    if not text or spoken() == ENGLISH:
        return text
    return format_html('<span lang="en">{}</span>', text)


@register.filter
def passage(text: str, words: InTheirWords) -> SafeString | str:
    """Of a guide: as it is translated, else the author's own words, visibly so."""
    if text in words.missing:
        return format_html('<span lang="en" class="untranslated">{}</span>', text)
    return text


@register.filter
def prose(html: str, words: InTheirWords) -> SafeString:
    """html: as the sheet has it, cleaned already."""
    if html in words.missing:
        return mark_safe(f'<div lang="en" class="untranslated">{html}</div>')
    return mark_safe(html)


@register.filter
def works(state: str) -> str:
    """How a feature works, in words."""
    return STATE_WORDS[state]
