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
                made = kept + offer.value + " "
                found.setdefault(
                    offer.value.lower(),
                    Completion(made, offer.value, offer.says, offer.why_not, offer.new),
                )
    if not words:
        found = _first_words(found, here)
    ordered = sorted(found.values(), key=lambda c: (bool(c.why_not), c.new))
    return Completed(tuple(ordered[:MOST]), tuple(forms)[:6])


def _begins(offer: Offer, begun: str) -> bool:
    """By its beginning, or by that of any part of a name: "m6" finds radio-m6."""
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


def _values(action: str, place: Place, here: Here) -> Iterator[Offer]:
    for offer in offers(action, place.field, here):
        printed = print_value(offer.value)
        if printed is not None and kind_of(action, place.field) != "yes-no":
            yield Offer(printed, offer.says, offer.why_not, offer.new)


def _first_words(found: dict[str, Completion], here: Here) -> dict[str, Completion]:
    """The beginnings of actions, those first that can be done in the mode that the phone is in."""
    if not here.modes:
        return found

    def late(completion: Completion) -> int:
        return 0 if _usual_in(completion.adds, here.modes) else 1

    ordered = sorted(found.items(), key=lambda item: late(item[1]))
    return dict(ordered)


# The words with which steps begin, by the modes in which practitioners take them.
_IN_MODE: dict[str, tuple[str, ...]] = {
    "bootloader": ("flash", "start", "unlock", "lock", "wipe", "enter", "make", "restart", "check"),
    "recovery": ("sideload", "install", "format", "wipe", "menu", "restart", "enter", "copy"),
    "system": ("get", "charge", "copy", "remove", "switch", "connect", "enter", "app", "place"),
    "userspace": ("flash", "enter", "restart"),
    "download": ("window", "flash-set", "restart"),
}


def _usual_in(word: str, modes: frozenset[str]) -> bool:
    return any(word in _IN_MODE.get(mode, ()) for mode in modes)
