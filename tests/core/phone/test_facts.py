"""Start phones: what they consist of, which exist, and which facts a guide may ask for."""

import re
from pathlib import Path

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind
from anleitung.core.documents.device import Device
from anleitung.core.phone.facts import start_facts
from anleitung.core.phone.world import AS_BASE
from anleitung.core.proof.run.compile import compile_bundle, possible_starts, run_bundle
from anleitung.core.sheet.build import admission_words
from tests.core.bundles import bundle
from tests.core.phone.walk import UNLOCKED, phone
from tests.core.proof.random_guides import CARD
from tests.core.proof.situations_course import MANAGER, ROOT
from tests.core.proof.situations_tools import schleuse
from tests.core.proof.small import IN_RING, extra, small

GUIDE = bundle("clean-install")
FORMAT = Path(__file__).parents[3] / "docs" / "guide-format.md"


def test_facts_come_from_the_documents() -> None:
    facts = {f.name: f for f in start_facts(GUIDE.device, GUIDE.builds, GUIDE.options)}
    assert facts["variant"].values == ("M6", "K6")
    assert facts["carrier"].default == "open"
    assert facts["base"].default == "PS-12.4.7-KU.r3"
    assert facts["base"].values[0] == "PS-12.1.0-KU.r1"
    assert facts["base"].values[-1] == "not-listed"
    assert facts["option.data"].kind is FactKind.OPTION
    assert facts["option.data"].default == "clean"


def test_waiting_time_is_a_fact_only_where_a_carrier_has_one() -> None:
    device = GUIDE.device.model_copy(update={"carriers": GUIDE.device.carriers[:1]})
    names = [f.name for f in start_facts(device, GUIDE.builds, {})]
    assert "unlock-wait" not in names


@pytest.mark.parametrize(
    ("start", "slots"),
    [
        (
            {},
            {
                "cur.system.family": "stock",
                "cur.system.build": "PS-12.4.7-KU.r3",
                "cur.system.platform": "12",
            },
        ),
        (
            {"base": "PS-13.0.2-KU.r4"},
            {
                "cur.system.platform": "13",
                "cur.radio.build": "PS-13.0.2-KU.r4",
                "data.platform": "13",
            },
        ),
        (
            {"other-base": "PS-12.1.0-KU.r1"},
            {"other.system.build": "PS-12.1.0-KU.r1", "cur.system.build": "PS-12.4.7-KU.r3"},
        ),
        (
            {"base": "not-listed"},
            {"cur.system.platform": "not known", "cur.system.build": "not-listed"},
        ),
        (
            {"system": "wattlaeufer", **UNLOCKED},
            {
                "cur.system.family": "wattlaeufer",
                "cur.boot.signer": "other",
                "cur.radio.signer": "maker",
                "cur.system.build": "5.0",
                "data.family": "wattlaeufer",
                "cur.ramdisk.recovery": "lotsenboot",
            },
        ),
    ],
)
def test_contents_at_the_start(start: dict[str, str], slots: dict[str, object]) -> None:
    state = phone(GUIDE, start).state
    assert {slot: state[slot] for slot in slots} == slots


def test_every_start_phone_starts_and_only_locked_foreign_ones_are_missing() -> None:
    _, procedure = compile_bundle(GUIDE)
    space = procedure.space
    possible = possible_starts(space, procedure.start, GUIDE.world)
    missing = space.minus(space.true, possible)
    locked = space.where(space.var("bootloader"), "locked")
    foreign = space.where(space.var("system"), "wattlaeufer")
    wanted = space.both(locked, foreign)
    # What is told of one system only keeps its usual value on phones that run another.
    for fact, usual, only in (
        ("system-platform", "13", foreign),
        ("system-release", "5.0", foreign),
        ("auto-update", "off", space.minus(space.true, foreign)),
        ("update", "none", space.minus(space.true, foreign)),
    ):
        other = space.minus(space.true, space.where(space.var(fact), usual))
        wanted = space.either(wanted, space.minus(other, only))
    # What updates itself holds the maker's system twice; what waits is newer than what runs.
    updating = space.minus(space.true, space.where(space.var("update"), "none"))
    twice = space.where(space.var("other-system"), "stock")
    wanted = space.either(wanted, space.minus(updating, twice))
    order = GUIDE.world.order
    newer = space.join(
        lambda a, b: order.compare(a, ">", b) is True, space.var("other-base"), space.var("base")
    )
    ready = space.where(space.var("update"), "ready")
    wanted = space.either(wanted, space.minus(ready, space.where(newer, True)))
    assert missing is wanted


def _by_kind(fact: str) -> str:
    kind, dot, name = fact.partition(".")
    if name in ("family", "build", "changed"):
        return f"<partition>.{name}"
    ids = {"option": "<id>", "app": "<program>", "tool": "<tool>", "own": "<id>"}
    return f"{kind}.{ids[kind]}" if dot and kind in ids else fact


def test_the_manual_names_every_fact_and_no_other() -> None:
    section = FORMAT.read_text().split("## Conditions")[1].split("\n## ")[0]
    named = set(re.findall(r"`((?:<[a-z]+>)?[a-z.-]+(?:<[a-z]+>)?)`", section.split("| fact |")[1]))
    everything = small(
        {"action": "charge"},
        device={"layout.system_slots": 1, "facts": [CARD]},
        tools=(schleuse(driver="d", minds=["several-phones", "other-program"], package="p"),),
        programs=(ROOT, MANAGER),
    )
    known = {_by_kind(name) for b in (GUIDE, everything) for name in b.world.vocabulary}
    assert named == known - {"other-base"}


@pytest.mark.parametrize(
    ("change", "message"),
    [
        ({"usual_variant": "X1"}, "usual_variant is X1"),
        ({"regions": ["KU", "KU"]}, "region KU is listed twice"),
        (
            {"other_systems": [{"id": "stock", "name": "x", "platforms": [1]}]},
            "system stock is listed",
        ),
        (
            {"layout": {"partitions": [{"name": "boot", "role": "boot"}]}},
            "exactly one partition has the role system",
        ),
    ],
)
def test_device_that_cannot_be_is_refused(change: dict[str, object], message: str) -> None:
    plain = GUIDE.device.model_dump(mode="json") | change
    with pytest.raises(ValueError, match=message):
        Device.model_validate(plain)


def test_a_guide_that_names_the_build_meets_systems_of_another_release() -> None:
    """Others take it for granted that system and firmware are of one, and say so to readers."""
    new, old = "PS-12.4.7-KU.r3", "PS-12.4.1-KU.r2"
    stock = f"bootloader is unlocked and system is stock and update is none and base is {new}"
    plain = small({"action": "charge"}, admission=stock)
    named = small({"action": "charge"}, admission=f"{stock} and build in {{{new}, {old}}}")
    for each, builds in ((plain, {new}), (named, {new, old})):
        compiled = run_bundle(each, Budget())
        space, admitted = compiled.procedure.space, compiled.procedure.admitted
        there = compiled.procedure.start["cur.system.build"]
        assert set(space.leaves_within(there, admitted)) == builds
        granted = "of the same release as the firmware" in " ".join(admission_words(each))
        assert granted is (each is plain)
    foreign = small({"action": "charge"}, admission="system is wattlaeufer")
    assert "same release" not in " ".join(admission_words(foreign))


def test_only_an_open_bootloader_parts_system_and_firmware() -> None:
    bundle = small({"action": "charge"}, admission="build >= PS-12.1.0-KU.r1")
    _, procedure = compile_bundle(bundle)
    space = procedure.space
    possible = possible_starts(space, procedure.start, bundle.world)
    parted = space.minus(possible, space.where(space.var("system-build"), AS_BASE))
    assert parted is not space.false
    for fact, value in (("bootloader", "locked"), ("system", "wattlaeufer"), ("update", "ready")):
        assert space.both(parted, space.where(space.var(fact), value)) is space.false, fact


RING = {
    "id": "ring",
    "name": "Ring",
    "kind": "recovery",
    "words": [{"says": "Go", "does": "restart"}],
}
INTO = {"action": "enter", "mode": "recovery", "by": "chord"}
OPEN = "bootloader is unlocked and system is stock and update is none"


def test_another_recovery_may_stand_there_where_the_guide_says_which() -> None:
    plain = small(INTO, admission=OPEN, programs=(RING,))
    named = small(INTO, admission=f"{OPEN} and recovery-there in {{stock, ring}}", programs=(RING,))
    for each, entered in ((plain, {"stock"}), (named, {"stock", "ring"})):
        compiled = run_bundle(each, Budget())
        run, space = compiled.run, compiled.procedure.space
        assert set(space.leaves_within(run.states[1]["running"], run.alive[1])) == entered
        granted = "the one that came with its system" in " ".join(admission_words(each))
        assert granted is (each is plain)


def test_a_guide_that_puts_a_recovery_there_first_takes_none_for_granted() -> None:
    get, charge, plug, chord = IN_RING[:4]
    write = {"action": "flash", "partition": "ramdisk", "file": "image"}
    image = extra("image", "ramdisk", {"family": "stock", "build": "PS-12.4.7-KU.r3"})
    files = {"files": (image,), "admission": OPEN}
    first = small(get, charge, plug, chord, write, INTO, **files)
    then = small(get, charge, plug, chord, INTO, admission=OPEN)
    said = [" ".join(admission_words(each)) for each in (first, then)]
    assert ["came with its system" in each for each in said] == [False, True]
