"""A translation as a PO file, which translators' own tools read and write.

Each message has its place as context, the original as its id, and what was translated earlier as
the previous id where the original changed since; such a message is marked fuzzy.
"""

from io import BytesIO

from babel.messages.catalog import Catalog
from babel.messages.pofile import PoFileError, read_po, write_po

from anleitung.core.errors import AnleitungError
from anleitung.core.guide.wording import Standing, Translated
from anleitung.core.marked import gettext as _

MOST_BYTES = 2_000_000
MOST_MESSAGES = 20_000

_HEAD = """msgid ""
msgstr ""
"Content-Type: text/plain; charset=utf-8\\n"
"Language: {language}\\n"

"""


class InvalidTranslation(AnleitungError):
    code = "invalid-translation"


def write_translation(standings: tuple[Standing, ...], *, title: str, language: str) -> bytes:
    """In the order of the guide; the same translation gives the same bytes."""
    catalog = Catalog(locale=language, project=title, header_comment=f"# {title}", fuzzy=False)
    for each in standings:
        catalog.add(
            each.wording.text,
            each.says,
            context=each.wording.place,
            flags=("fuzzy",) if each.state == "changed" else (),
            previous_id=each.before or (),
        )
    written = BytesIO()
    write_po(written, catalog, width=0, omit_header=True, include_previous=True)
    return _HEAD.format(language=language).encode() + written.getvalue()


def read_translation(content: bytes) -> dict[str, Translated]:
    """By place; messages without a translation, or still marked fuzzy, are left out.

    Raises InvalidTranslation.
    """
    if len(content) > MOST_BYTES:
        raise InvalidTranslation(
            _("The file is larger than {n} MB; a translation never is.").format(
                n=MOST_BYTES // 1_000_000
            )
        )
    if content.count(b"msgid") > 2 * MOST_MESSAGES:
        raise InvalidTranslation(
            _("The file holds more than {n} messages.").format(n=f"{MOST_MESSAGES:,}")
        )
    try:
        content.decode("utf-8-sig")
        catalog = read_po(BytesIO(content.removeprefix(b"\xef\xbb\xbf")), abort_invalid=True)
    except (PoFileError, UnicodeDecodeError, ValueError, LookupError) as error:
        raise InvalidTranslation(
            _("This is no PO file in UTF-8: {why}.").format(why=str(error).rstrip("."))
        ) from error
    found: dict[str, Translated] = {}
    for message in catalog:
        if not message.id or message.fuzzy:
            continue
        if not isinstance(message.id, str) or not isinstance(message.string, str):
            raise InvalidTranslation(
                _("Line {n}: a guide has no plural forms.").format(n=message.lineno)
            )
        if not message.context:
            raise InvalidTranslation(
                _("Line {n}: the message has no context, which names its place.").format(
                    n=message.lineno
                )
            )
        if message.string.strip():
            found[message.context] = Translated(message.id, message.string)
    return found
