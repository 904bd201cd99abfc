""" "Is this for my phone?": what a reader gave, taken apart, held against the admission."""

from dataclasses import dataclass
from urllib.parse import urlencode

from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import gettext as _
from anleitung.core.proof.explain.admission import Truth, check_phone
from anleitung.core.schemes.decode import CannotDecode, clean
from anleitung.core.schemes.judge import JudgedField, judge_fields


@dataclass(frozen=True)
class Given:
    """The build string as it was understood. fault: why it cannot be read, "" where it can."""

    build: str
    fields: tuple[JudgedField, ...] = ()
    notes: tuple[str, ...] = ()
    fault: str = ""

    @property
    def differs(self) -> tuple[JudgedField, ...]:
        return tuple(f for f in self.fields if f.verdict == "differs")


NOTHING_GIVEN = Given("")


@dataclass(frozen=True)
class PhoneCheck:
    """tone: ok, no or open. unmet, open: parts of the admission in words."""

    tone: str
    verdict: str
    unmet: tuple[str, ...] = ()
    open: tuple[str, ...] = ()


def read_build(bundle: Bundle, text: str) -> Given:
    """By the scheme of the codename where it has one, else only cleaned."""
    if not text.strip():
        return NOTHING_GIVEN
    reader = bundle.build_reader
    try:
        if reader is None:
            build, notes = clean(text)
            return Given(build, notes=notes)
        found = reader.decode(text)
    except CannotDecode as error:
        return Given("".join(text.split()), fault=str(error))
    return Given(found.text, judge_fields(found, reader.scheme, bundle.device), notes=found.notes)


def check(bundle: Bundle, *, given: Given, variant: str) -> PhoneCheck | None:
    """None where nothing was asked."""
    known: dict[str, str] = {}
    if variant in {v.id for v in bundle.device.variants}:
        known["variant"] = variant
    if given.build:
        known["base"] = given.build
    if not known:
        return None
    foreign = tuple(f.says for f in given.differs)
    if foreign:
        return PhoneCheck("no", _("This build string is for another phone."), unmet=foreign)
    answer = check_phone(bundle, known)
    unmet = tuple(p.words for p in answer.parts if p.answer is Truth.NO)
    left = tuple(p.words for p in answer.parts if p.answer is Truth.UNKNOWN)
    if answer.answer is Truth.NO:
        return PhoneCheck("no", _("This guide is not for your phone."), unmet, left)
    if given.build and given.build not in {b.build for b in bundle.placed}:
        return PhoneCheck(
            "open",
            _("Not known: this build is not in our list, so no proof covers your phone."),
            open=left,
        )
    if answer.answer is Truth.YES:
        return PhoneCheck("ok", _("This guide is for your phone."))
    return PhoneCheck(
        "open", _("Nothing you gave speaks against it. Look at the rest yourself."), open=left
    )


def way_there(bundle: Bundle, *, given: Given, variant: str) -> str:
    """Where the way is asked for from this phone to what the guide promises."""
    known = {"variant": variant, "build": given.build}
    told = {name: value for name, value in known.items() if value}
    asked = urlencode({"to": f"guide:{bundle.guide.id}", **told})
    return f"/c/{bundle.device.codename}/route?{asked}"
