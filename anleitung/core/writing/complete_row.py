"""What a line of quick entry may go on with: a step, or a row that holds others."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.writing.complete import MOST, Completed, Completion, complete
from anleitung.core.writing.condition import look_at_condition
from anleitung.core.writing.here import Here

_IF = "if {condition} asking {question}"
_CHOOSE = "choose {option}"
_EACH = "each slot"


def complete_row(line: str, here: Here) -> Completed:
    """As ``complete``, with the rows that ``read_row`` knows beside the short forms."""
    first, space, rest = line.partition(" ")
    if first.lower() == "if" and space:
        return _branch(line[:3], rest, here)
    options = here.bundle.guide.options
    if first.lower() == "choose" and space:
        offers = (
            Completion(f"choose {each.id} ", each.id, each.ask, "")
            for each in options
            if each.id.startswith(rest.strip())
        )
        return Completed(tuple(offers), (_CHOOSE,))
    found = complete(line, here)
    whole = [_IF, *([_CHOOSE] if options else [])]
    if here.bundle.device.layout.slots == "dual":
        whole.append(_EACH)
    begun = [form for form in whole if line and form.startswith(line.lower())]
    return Completed(
        tuple([*found.offers, *_first_words(begun)][:MOST]), (*found.forms, *begun)[:6]
    )


def _first_words(forms: list[str]) -> Iterator[Completion]:
    for form in forms:
        word = form.partition(" {")[0]
        yield Completion(f"{word} ", word, _("a row that holds others"), "")


def _branch(lead: str, text: str, here: Here) -> Completed:
    """After "if": its condition, and what a reader is asked."""
    if " asking " in text:
        return Completed((), (_IF,))
    looked = look_at_condition(text, here.bundle)
    offers = [Completion(lead + each.line, each.adds, each.says, "") for each in looked.offers]
    if looked.words:
        asking = Completion(f"{lead}{text.rstrip()} asking ", "asking", "; ".join(looked.words), "")
        offers.insert(0, asking)
    return Completed(tuple(offers[:MOST]), (_IF,))
