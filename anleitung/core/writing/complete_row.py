"""What a line of quick entry may go on with: a step, or a row that holds others."""

from collections.abc import Iterator

from anleitung.core.marked import gettext as _
from anleitung.core.writing.complete import MOST, Completed, Completion, complete
from anleitung.core.writing.condition import look_at_condition
from anleitung.core.writing.here import Here
from anleitung.core.writing.passages import known_in_places

_IF = "if {condition} asking {question}"
_CHOOSE = "choose {option}"
_EACH = "each slot"
_PASSAGE = "passage {name} with {place}={value}"


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
    if first.lower() == "passage" and space:
        return _passage(line[: len(first) + 1], rest, here)
    found = complete(line, here)
    whole = [_IF, *([_CHOOSE] if options else [])]
    if here.bundle.device.layout.slots == "dual":
        whole.append(_EACH)
    if here.shelf.passages:
        whole.append(_PASSAGE)
    begun = [form for form in whole if line and form.startswith(line.lower())]
    return Completed(
        tuple([*found.offers, *_first_words(begun)][:MOST]), (*found.forms, *begun)[:6]
    )


def _first_words(forms: list[str]) -> Iterator[Completion]:
    for form in forms:
        word = form.partition(" {")[0]
        yield Completion(f"{word} ", word, _("a row that holds others"), "")


def _passage(lead: str, text: str, here: Here) -> Completed:
    """After "passage": its name, then each of its places and what can stand there."""
    name, space, rest = text.partition(" ")
    passage = here.shelf.passages.get(name)
    if passage is None or not space:
        found = [p for p in here.shelf.passages.values() if p.id.startswith(name)]
        offers = (Completion(f"{lead}{p.id} ", p.id, p.title, "") for p in found)
        return Completed(tuple(offers)[:MOST], (_PASSAGE,))
    told, comma, last = rest.removeprefix("with").rpartition(",")
    kept = f"{lead}{name} with {told}{', ' if comma else ''}".replace("  ", " ")
    place, equals, begun = last.strip().partition("=")
    if equals:
        kind = next((p.kind for p in passage.places if p.id == place), None)
        values = sorted(known_in_places(here.bundle, here.shelf)[kind]) if kind else []
        fitting = [value for value in values if begun.strip() in value]
        made = (Completion(f"{kept}{place}={v}, ", v, "", "") for v in fitting)
        return Completed(tuple(made)[:MOST], (_PASSAGE,))
    given = {pair.partition("=")[0].strip() for pair in told.split(",")}
    left = [p for p in passage.places if p.id not in given and p.id.startswith(place)]
    offers = (Completion(f"{kept}{p.id}=", f"{p.id}=", p.says, "") for p in left)
    return Completed(tuple(offers)[:MOST], (_PASSAGE,))


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
