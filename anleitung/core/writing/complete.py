"""What a line may go on with: words of the short forms, and values that are right here."""

from collections.abc import Iterator
from dataclasses import dataclass

from anleitung.core.shorthand.form import Group, Part, Place, Word
from anleitung.core.shorthand.forms import FORMS
from anleitung.core.shorthand.lines import text_of
from anleitung.core.shorthand.values import TOKEN, print_value
from anleitung.core.writing.fits import Offer, kind_of, offers
from anleitung.core.writing.here import Here

MOST = 12


@dataclass(frozen=True, slots=True)
class Completion:
    """line: the whole line with it; adds: what is added; why_not: what speaks against it."""

    line: str
    adds: str
    says: str
    why_not: str
    new: bool = False


@dataclass(frozen=True, slots=True)
class Completed:
    """forms: the short forms that the line may still become."""

    offers: tuple[Completion, ...]
    forms: tuple[str, ...]


def complete(line: str, here: Here) -> Completed:
    """The line up to where the author is; a space at its end says that the last word is whole."""
    words = [m[0] for m in TOKEN.finditer(line)]
    begun = "" if not words or line[-1:].isspace() else words.pop()
    kept = line[: len(line) - len(begun)]
    found: dict[str, Completion] = {}
    forms: dict[str, None] = {}
    for action, several in FORMS.items():
        for form in several:
            nexts = list(_nexts(form.parts, tuple(words), action, here))
            fitting = [n for n in nexts if _begins(n, begun)]
            if fitting and (words or begun):
                forms[text_of(form)] = None
            for offer in fitting:
                if offer is _ANYTHING:
                    continue
                made = kept + offer.value + " "
                found.setdefault(
                    offer.value.lower(),
                    Completion(made, offer.value, offer.says, offer.why_not, offer.new),
                )
    if not words:
        found = _first_words(found, here)
    said = {word.lower() for word in words[1:] if len(word) > 2}
    ordered = sorted(
        found.values(), key=lambda c: (bool(c.why_not), c.new, not _goes_with(c, said))
    )
    return Completed(tuple(ordered[:MOST]), tuple(forms)[:6])


def _goes_with(completion: Completion, said: set[str]) -> bool:
    """A file goes with the partition that its name names."""
    return any(word in completion.adds.lower() or word in completion.says.lower() for word in said)


def _begins(offer: Offer, begun: str) -> bool:
    """By its beginning, or by that of any part of a name: "m6" finds radio-m6."""
    if offer is _ANYTHING:
        return True
    wanted, value, says = (
        begun.lower().strip('"'),
        offer.value.lower().strip('"'),
        offer.says.lower(),
    )
    if not wanted:
        return True
    parts = value.replace(".", "-").replace("_", "-").split("-")
    return (
        value.startswith(wanted)
        or (len(wanted) > 1 and any(p.startswith(wanted) for p in parts))
        or (len(wanted) > 1 and says.startswith(wanted))
    )


def _nexts(
    parts: tuple[Part, ...], words: tuple[str, ...], action: str, here: Here
) -> Iterator[Offer]:
    """What may stand next after these words, of every way in which they are read."""
    if not parts:
        if not words:
            yield _ANYTHING
        return
    first, rest = parts[0], parts[1:]
    if isinstance(first, Group):
        yield from _nexts((*first.parts, *rest), words, action, here)
        yield from _nexts(rest, words, action, here)
        return
    if words:
        if isinstance(first, Word) and words[0].lower() not in first.any_of:
            return
        yield from _nexts(rest, words[1:], action, here)
        return
    if isinstance(first, Word):
        yield Offer(first.any_of[0])
        return
    yield from _values(action, first, here)


# Where a word of the author's own may stand: the form is still told, and nothing is offered.
_ANYTHING = Offer("")


def _values(action: str, place: Place, here: Here) -> Iterator[Offer]:
    yield _ANYTHING
    for offer in offers(action, place.field, here):
        printed = print_value(offer.value)
        if printed is not None and kind_of(action, place.field) != "yes-no":
            yield Offer(printed, offer.says, offer.why_not, offer.new)


def _first_words(found: dict[str, Completion], here: Here) -> dict[str, Completion]:
    """The beginnings of actions, those first that can be done in the mode that the phone is in."""
    if not here.modes:
        return found

    usual = [word for mode in sorted(here.modes) for word in _IN_MODE.get(mode, ())]

    def place(item: tuple[str, Completion]) -> int:
        return usual.index(item[0]) if item[0] in usual else len(usual)

    return dict(sorted(found.items(), key=place))


# The words with which steps begin, by the mode in which practitioners take them, in their order.
_IN_MODE: dict[str, tuple[str, ...]] = {
    "bootloader": ("see", "flash", "start", "unlock", "lock", "make", "enter", "restart", "check"),
    "recovery": ("format", "wipe", "sideload", "install", "menu", "restart", "enter", "copy"),
    "system": ("get", "charge", "copy", "remove", "switch", "connect", "enter", "app", "check"),
    "userspace": ("flash", "enter", "restart"),
    "download": ("window", "flash-set", "restart"),
}
