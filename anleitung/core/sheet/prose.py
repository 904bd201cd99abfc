"""Markdown of authors as clean HTML: no raw HTML, no pictures, no foreign schemes."""

import nh3
from markdown_it import MarkdownIt

_MARKDOWN = MarkdownIt("commonmark", {"html": False}).enable("table").disable("image")
_TAGS = {
    "p",
    "em",
    "strong",
    "code",
    "pre",
    "ul",
    "ol",
    "li",
    "blockquote",
    "br",
    "a",
    "hr",
    "table",
    "thead",
    "tbody",
    "tr",
    "th",
    "td",
}


def prose_html(text: str) -> str:
    if not text.strip():
        return ""
    return nh3.clean(
        _MARKDOWN.render(text),
        tags=_TAGS,
        attributes={"a": {"href"}},
        url_schemes={"https", "http", "mailto"},
        link_rel="noopener noreferrer nofollow",
    )
