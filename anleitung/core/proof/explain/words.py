"""Phones, sets of phones and subjects of findings in words."""

from anleitung.core.conditions.model import (
    And,
    Compare,
    Condition,
    EverySlot,
    In,
    Is,
    Not,
    Or,
    OtherSlot,
)
from anleitung.core.conditions.text import parse_condition
from anleitung.core.diagrams.boxes import Box, Boxes
from anleitung.core.diagrams.witness import Witness
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.facts import FACT_WORDS
from anleitung.core.phone.world import NOT_LISTED

# Values that mean the same on every codename; others are names.
_VALUE_WORDS = Texts(
    {
        NOT_LISTED: N_("a build that is not listed"),
        "locked": N_("locked"),
        "unlocked": N_("unlocked"),
        "on": N_("on"),
        "off": N_("off"),
        "set": N_("set"),
        "none": N_("none"),
        "yes": N_("yes"),
        "no": N_("no"),
        "high": N_("high"),
        "low": N_("low"),
        "intact": N_("intact"),
        "tripped": N_("tripped"),
        "stock": N_("stock"),
        "over": N_("over"),
        "running": N_("running"),
        "waiting": N_("waiting"),
        "ready": N_("ready"),
        "kept": N_("kept"),
        "gone": N_("gone"),
        "signed-in": N_("signed-in"),
    }
)
_LINK_WORDS = Texts(
    {
        "confirmed": N_("it has not agreed to this computer"),
        "cable": N_("no cable is connected"),
    }
)


def fact_words(bundle: Bundle, fact: str) -> str:
    own = bundle.world.own.get(fact)
    if own is not None:
        return own.says
    if fact.startswith("oracle."):
        step = fact.removeprefix("oracle.").rpartition(".")[0]
        return _("how step “{step}” turns out").format(step=step)
    if fact.startswith("kept."):
        owner, option = fact.split(".")[1:3]
        return _("switch {option} of {owner}, as it was left").format(option=option, owner=owner)
    if fact.startswith("option."):
        return _("choice {name}").format(name=fact.removeprefix("option."))
    if fact.startswith("tool."):
        return _("version of {name}").format(name=fact.removeprefix("tool."))
    if fact.startswith("app."):
        return _("app {name}").format(name=fact.removeprefix("app."))
    return FACT_WORDS.get(fact, fact)


def or_list(words: list[str]) -> str:
    if len(words) < 2:
        return "".join(words)
    return _("{most} or {last}").format(most=", ".join(words[:-1]), last=words[-1])


def values_words(bundle: Bundle, fact: str, values: tuple[str, ...]) -> str:
    """ "K6", "PS-1 or newer", "PS-1 to PS-2", or a list."""
    listed = tuple(v for v in values if v != NOT_LISTED)
    told = _range_words(bundle, listed) if fact in ("base", "other-base", "build") else ""
    if not told:
        return or_list([_shown(bundle, v) for v in values])
    beside = [_shown(bundle, v) for v in values if v == NOT_LISTED]
    return or_list([told, *beside])


def _range_words(bundle: Bundle, values: tuple[str, ...]) -> str:
    """Builds that follow one another, "" where they do not."""
    ordered = [b.build for b in bundle.placed]
    one_line = len({b.line for b in bundle.placed}) == 1
    if not one_line or len(values) < 3:
        return ""
    places = [ordered.index(v) for v in values if v in ordered]
    if len(places) < len(values) or places != list(range(places[0], places[-1] + 1)):
        return ""
    if places[-1] == len(ordered) - 1:
        return _("{build} or newer").format(build=values[0])
    if places[0] == 0:
        return _("{build} or older").format(build=values[-1])
    return _("{first} to {last}").format(first=values[0], last=values[-1])


def box_words(bundle: Bundle, box: Box) -> str:
    return ", ".join(
        f"{fact_words(bundle, fact)} {values_words(bundle, fact, values)}"
        for fact, values in box.items()
    )


def boxes_words(bundle: Bundle, found: Boxes) -> str:
    """Which phones: "" where nothing tells them apart from all the others."""
    words = [box_words(bundle, box) for box in found.boxes]
    if not found.exact:
        around = words[0] if words else ""
        if not around:
            return _("some of them, too mixed for one sentence")
        return _("some of those with {words}").format(words=around)
    return _("; or ").join(w for w in words if w)


def witness_words(bundle: Bundle, witness: Witness) -> str:
    """The nearest phone, as what differs from the usual one."""
    if not witness.differs:
        return _("the usual {codename}").format(codename=bundle.device.codename)
    parts = [
        f"{fact_words(bundle, fact)} {_shown(bundle, value)}" for fact, value in witness.differs
    ]
    return _("a {codename} with {parts}").format(
        codename=bundle.device.codename, parts=", ".join(parts)
    )


def subject_words(bundle: Bundle, about: str, subject: str) -> str:
    if about == "file":
        return bundle.world.file_name(subject)
    if about == "tool":
        tool = bundle.world.tools.get(subject)
        return tool.name if tool else subject
    if about == "app":
        program = bundle.world.programs.get(subject)
        return program.name if program else bundle.world.file_name(subject)
    if about == "loss":
        return LOSS_WORDS.get(subject, subject)
    if about == "link":
        return _LINK_WORDS.get(subject, subject)
    if about == "entry":
        return _entry_words(bundle, subject)
    if about == "need":
        return _need_words(bundle, subject)
    if about == "condition":
        # The subject is the canonical print; parsing it again keeps one home for the words.
        return condition_words(bundle, parse_condition(subject))
    return subject


def _entry_words(bundle: Bundle, subject: str) -> str:
    """subject: a finding of the entry rules and what it is about, with a stroke between."""
    # The catalogue's own fixes need these words: it is asked for when it is there.
    from anleitung.core.proof.findings.catalogue import BY_ID

    finding, _stroke, about = subject.partition("/")
    kind = BY_ID[finding]
    return kind.message(subject_words(bundle, kind.about, about))


def _need_words(bundle: Bundle, subject: str) -> str:
    """subject: a package and the place of one of its needs."""
    name, _stroke, number = subject.partition("/")
    content = bundle.world.packages[name].content
    assert content is not None
    assert content.needs is not None
    need = content.needs[int(number)]
    return _("{file} needs that {condition}: {because}").format(
        file=bundle.world.file_name(name),
        condition=condition_words(bundle, need.that.condition),
        because=need.because.rstrip("."),
    )


_MODE_WORDS = Texts(
    {
        "system": N_("the phone runs its system"),
        "bootloader": N_("the phone is in its bootloader"),
        "recovery": N_("the phone is in its recovery"),
        "stuck": N_("the phone hangs at boot"),
    }
)
# What a reader can look up on the phone, said as it is seen there.
_STATE_WORDS = Texts(
    {
        ("update", "none"): N_(
            "no update of the system is waiting for a restart or being finished"
        ),
        ("update", "ready"): N_("an update of the system waits for the next restart"),
        ("update", "waiting"): N_("an update of the system is being finished"),
        ("screen-lock", "none"): N_("the phone has no screen lock"),
        ("screen-lock", "set"): N_("the phone has a screen lock"),
        ("account", "none"): N_("nobody is signed in to the maker's account on the phone"),
        ("account", "signed-in"): N_("somebody is signed in to the maker's account on the phone"),
        ("battery", "high"): N_("the battery is more than half full"),
        ("auto-update", "off"): N_("the phone does not update itself"),
        ("auto-update", "on"): N_("the phone updates itself"),
        ("media", "present"): N_("the photos and files are there"),
        ("apps", "present"): N_("the apps with their settings are there"),
    }
)
_COMPARED = Texts(
    {
        ">=": N_("{fact} is {value} or newer"),
        ">": N_("{fact} is newer than {value}"),
        "<=": N_("{fact} is {value} or older"),
        "<": N_("{fact} is older than {value}"),
    }
)


def condition_words(bundle: Bundle, condition: Condition) -> str:
    """A condition as a sentence part that begins with "the"."""
    match condition:
        case Is(fact, value) if choice := _choice_words(bundle, fact, value):
            return _("you choose {choice}").format(choice=choice)
        case Is("mode", value) if value in _MODE_WORDS:
            return _MODE_WORDS[value]
        case Is(fact, value) if (fact, value) in _STATE_WORDS:
            return _STATE_WORDS[fact, value]
        case Is(fact, value):
            return _("the {fact} is {value}").format(
                fact=fact_words(bundle, fact), value=_shown(bundle, value)
            )
        case Not(Is(fact, value)):
            return _("the {fact} is not {value}").format(
                fact=fact_words(bundle, fact), value=_shown(bundle, value)
            )
        case In("mode", values) if all(value in _MODE_WORDS for value in values):
            # As a reader meets them: a phone that runs is named before one that hangs.
            order = [value for value in _MODE_WORDS if value in values]
            return or_list([_MODE_WORDS[value] for value in order])
        case In(fact, values):
            return _("the {fact} is {value}").format(
                fact=fact_words(bundle, fact), value=or_list([_shown(bundle, v) for v in values])
            )
        case Compare(fact, operator, value):
            says = _COMPARED[operator].format(fact=fact_words(bundle, fact), value=value)
            return _("the {says}").format(says=says)
        case EverySlot(of):
            return _("in every slot {rest}").format(rest=condition_words(bundle, of))
        case OtherSlot(of):
            return _("in the other slot {rest}").format(rest=condition_words(bundle, of))
        case Not(In(fact, values)):
            return _("the {fact} is not {value}").format(
                fact=fact_words(bundle, fact), value=or_list([_shown(bundle, v) for v in values])
            )
        case Not(Not(of)):
            return condition_words(bundle, of)
        case Not(Or(parts)):
            rest = _("; ").join(condition_words(bundle, p) for p in parts)
            return _("none of this is true: {rest}").format(rest=rest)
        case Not(And(parts)):
            rest = _("; ").join(condition_words(bundle, p) for p in parts)
            return _("not all of this is true: {rest}").format(rest=rest)
        case Not(of):
            return _("this is not true: {rest}").format(rest=condition_words(bundle, of))
        case And(()):
            return _("any phone of this codename")
        case And(parts):
            return _(" and ").join(
                f"({condition_words(bundle, p)})"
                if isinstance(p, Or)
                else condition_words(bundle, p)
                for p in parts
            )
        case Or(parts):
            return _(" or ").join(condition_words(bundle, p) for p in parts)


def _shown(bundle: Bundle, value: str) -> str:
    """Carriers and systems are known to readers by their names."""
    device = bundle.device
    names = {h.id: h.name for t in bundle.tools for h in t.hosts}
    names |= {p.id: p.name for p in bundle.programs}
    names |= {c.id: c.name for c in device.carriers} | {s.id: s.name for s in device.other_systems}
    if value in names:
        return names[value]
    return _VALUE_WORDS.get(value, value)


def _choice_words(bundle: Bundle, fact: str, value: str) -> str:
    says = {f"option.{o.id}": {c.id: c.says for c in o.choices} for o in bundle.guide.options}
    found = says.get(fact, {}).get(value)
    return f"“{found}”" if found else ""


def sentence_of(step: OneStep, bundle: Bundle) -> str:
    """The step as one instruction, or as what the reader is asked."""
    if isinstance(step, Nested):
        return step.sentence(bundle.guide)
    return step.sentence(bundle.world)
