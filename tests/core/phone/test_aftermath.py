"""What an act leaves behind, whole: every slot that it changes where all of them could change."""

from collections.abc import Callable
from typing import Any

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.subject import Ended
from anleitung.core.documents.package import Package
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.clauses import STUCK
from anleitung.core.phone.content import put_content
from anleitung.core.phone.demands import (
    empty_partition,
    empty_written,
    leave_temporary,
    wipe_apps,
    wipe_media,
)
from anleitung.core.phone.entry import enter, judge_other_slot
from anleitung.core.phone.world import EMPTY, Phone, World
from anleitung.core.proof.prove import prove
from anleitung.core.proof.run.compile import run_bundle
from tests.core.phone.walk import phone, take, with_slots
from tests.core.proof.small import CHARGE, GET, IN_RING, INSTALL, RESTART, extra, small

OWN: dict[str, Any] = {"id": "bell", "says": "Bell", "values": ["quiet", "rings"]}
OWN |= {"set_by": [{"by": "restart", "to": "rings"}]}
MANAGER = {"id": "winde", "name": "Winde", "kind": "manager"}
CONTENT = {"family": "wattlaeufer", "build": "5.0"}
MOUNTED = extra("beside", "add-on", CONTENT, needs_mounted=["vendor"], writes=["vendor"])
BUNDLE = small(CHARGE, programs=(MANAGER,))
WORLD = BUNDLE.world
FREE = {p.id: {"variants": []} for p in BUNDLE.packages if p.variants}
# Everything that an act may change stands otherwise than it leaves it.
BEFORE: dict[str, Any] = {
    "bootloader": "unlocked",
    "mode": "recovery",
    "running": "rettungsring",
    "temporary": "running",
    "storage": "open",
    "which": "second",
    "unsettled": "radio",
    "update": "none",
    "cur.seen-to-start": False,
    "cur.stood": "written",
    "cur.radio.unread": True,
    "data.state": "present",
    "data.build": "older",
    "data.part": "beside",
    "screen-lock": "none",
    "debugging": "on",
    "account": "signed-in",
    "link": "confirmed",
    "app.winde": "waiting",
    "granted.winde": "yes",
    "auto-update": "off",
    "backup.media": "checked",
    "backup.apps": "checked",
    "kept.media": "phone",
    "internal.wattlaeufer": "there",
    "rollback": 1,
}


def changed(act: Callable[[Phone, World], object], **slots: Any) -> dict[str, Any]:
    """slot → its value after the act, of every slot that it changes."""
    view = with_slots(phone(BUNDLE), BEFORE | slots)
    before = dict(view.state)
    act(view, WORLD)
    return {slot: value for slot, value in view.state.items() if value != before[slot]}


def test_a_start_of_the_system() -> None:
    build = "PS-12.4.7-KU.r3"
    assert changed(start_system) == {
        "mode": "system",
        "which": "first",
        "running": "none",
        "cur.seen-to-start": True,
        "cur.stood": "starting",
        "unsettled": "none",
        "cur.radio.unread": False,
        "rollback": 3,
        "data.build": build,
        "app.winde": "active",
    }
    first = changed(start_system, **{"data.state": "empty", "data.family": "none"})
    assert {s: first[s] for s in ("data.state", "data.family", "debugging", "link")} == {
        "data.state": "fresh",
        "data.family": "stock",
        "debugging": "off",
        "link": "cable",
    }


def test_a_restart_of_any_kind() -> None:
    assert changed(leave_temporary) == {"storage": "closed", "temporary": "gone"}
    bundle = small(CHARGE, files=(MOUNTED,), device={"facts": [OWN]})
    view = with_slots(phone(bundle), {"mounted.vendor": "yes"})
    leave_temporary(view, bundle.world)
    assert view.state["mounted.vendor"] == "no"
    assert view.state["own.bell"] == "rings"


def test_a_wipe_of_apps_and_one_of_media() -> None:
    assert changed(wipe_apps, **{"screen-lock": "set", "unlock-switch": "off"}) == {
        "apps": "gone",
        "data.state": "empty",
        "data.family": "none",
        "data.platform": "none",
        "data.build": "none",
        "data.part": "none",
        "debugging": "off",
        "screen-lock": "none",
        "account": "asked-for",
        "link": "cable",
        "app.winde": "none",
        "granted.winde": "no",
        "auto-update": "on",
        "unlock-switch": "on",  # an open bootloader keeps its switch
    }
    assert changed(wipe_media) == {
        "media": "gone",
        "backup.media": "lost",
        "internal.wattlaeufer": "wiped",
    }


def test_an_emptied_partition() -> None:
    radio = BUNDLE.device.layout.named("radio")
    assert radio is not None
    slots = {"cur.seen-to-start": True, "cur.radio.unread": False}
    found = changed(lambda p, w: empty_partition(p, w, "cur", radio), **slots)
    assert found["cur.radio.family"] == EMPTY
    assert found["cur.seen-to-start"] is False
    assert all(slot.startswith("cur.radio.") for slot in found.keys() - {"cur.seen-to-start"})
    # What is this phone's alone is not emptied by a cut, and what is not there is passed over.
    assert changed(lambda p, w: empty_written(p, w, "running", ("calibration", "nowhere"))) == {}
    both = changed(lambda p, w: empty_written(p, w, "both", ("radio",)))
    assert {"cur.radio.family", "other.radio.family"} <= both.keys()


CHAIN = {"source": "plain", "by": "Winde", "made": "patched", "place": "phone", "pattern": "*.img"}
PATCHED = extra("patched", "ramdisk", CONTENT, sha256=None, derived=CHAIN)
WRITTEN: list[tuple[str, Package, dict[str, Any]]] = [
    (
        "a plain image",
        extra("plain", "ramdisk", CONTENT),
        {"changed": "as made", "recovery": "of-wattlaeufer"},
    ),
    ("a patched one", PATCHED, {"changed": "patched"}),
    (
        "with a root in it",
        extra("with-root", "ramdisk", CONTENT | {"root": "winde"}),
        {"changed": "winde"},
    ),
    ("a recovery that says nothing", extra("ring", "recovery", CONTENT), {"recovery": "none"}),
    (
        "one of the maker",
        extra("own", "ramdisk", CONTENT | {"family": "stock"}),
        {"recovery": "stock"},
    ),
    (
        "one that brings its own",
        extra("with", "ramdisk", CONTENT | {"recovery": "lotsenboot"}),
        {"recovery": "lotsenboot"},
    ),
]


@pytest.mark.parametrize(("name", "package", "wanted"), WRITTEN)
def test_what_stands_there_after_a_write(
    name: str, package: Package, wanted: dict[str, Any]
) -> None:
    ramdisk = BUNDLE.device.layout.named("ramdisk")
    assert ramdisk is not None
    view = phone(BUNDLE)
    put_content(view, WORLD, "cur.ramdisk", ramdisk, package)
    assert {f: view.state[f"cur.ramdisk.{f}"] for f in wanted} == wanted


ENDS: list[tuple[str, dict[str, Any]]] = [
    ("no-recovery-there", {"cur.ramdisk.recovery": "none"}),
    ("no-recovery-there", {"cur.ramdisk.family": EMPTY}),
    ("recovery-of-another-variant", {"cur.ramdisk.fits": "K6"}),
]


@pytest.mark.parametrize(("finding", "slots"), ENDS)
def test_a_recovery_that_does_not_come_up_hangs_and_ends_no_phone(
    finding: str, slots: dict[str, Any]
) -> None:
    view = with_slots(phone(BUNDLE), {"mode": "bootloader", "bootloader": "unlocked"} | slots)
    with pytest.raises(Ended) as caught:
        enter(view, WORLD, "recovery")
    assert (caught.value.finding, caught.value.how) == (finding, STUCK)


def test_a_need_that_is_not_met_hangs_and_ends_no_phone() -> None:
    needs = [{"that": "base is PS-12.1.0-KU.r1", "because": "it was made for it"}]
    content = {"family": "wattlaeufer", "build": "5.0", "platform": 13, "recovery": "lotsenboot"}
    update = {"wattlaeufer": {"content": content | {"needs": needs}}}
    run = run_bundle(
        small(*IN_RING, {"action": "format-data"}, INSTALL, RESTART, packages=update), Budget()
    ).run
    assert {how for (_s, how, finding) in run.ended if finding == "need-not-met"} == {STUCK}


RING = {"id": "rettungsring", "name": "Rettungsring", "kind": "recovery"}
IN_RETTUNGSRING = {"mode": "recovery", "running": "rettungsring", "link": "cable"}
READ: list[tuple[str, dict[str, Any], dict[str, Any], str]] = [
    ("encrypted, and it does not read that", {"decrypts": False}, {}, "storage-not-readable"),
    ("not encrypted", {"decrypts": False}, {"data.encrypted": "no"}, ""),
    ("encrypted, and it reads that", {}, {}, ""),
    ("another recovery runs", {"decrypts": False}, {"running": "other"}, ""),
    ("it refuses the kind", {"refuses": ["system"]}, {"data.encrypted": "no"}, "recovery-refuses"),
    ("another one that refuses runs", {"refuses": ["system"]}, {"running": "other"}, ""),
]


@pytest.mark.parametrize(("name", "program", "slots", "finding"), READ)
def test_what_a_recovery_reads_and_refuses(
    name: str, program: dict[str, Any], slots: dict[str, Any], finding: str
) -> None:
    free = {"wattlaeufer": {"installed_by": [], "refused_by": []}}
    bundle = small(
        GET, programs=(RING | program,), packages=free, device={"stock.encrypts_data": True}
    )
    there = {"internal.wattlaeufer": "there", "screen-lock": "none", "data.encrypted": "yes"}
    view = with_slots(phone(bundle), IN_RETTUNGSRING | there | slots)
    step = {"action": "install", "file": "wattlaeufer", "source": "internal"}
    assert take(view, bundle, **step) == finding


def test_a_slot_that_hung_before_is_known_to_have_hung() -> None:
    view = phone(BUNDLE)
    judge_other_slot(view, WORLD)
    assert view.state["other.stood"] == "starting"
    hung = with_slots(phone(BUNDLE), {"other.boot.family": EMPTY})
    judge_other_slot(hung, WORLD)
    assert hung.state["other.stood"] == "not starting"


def test_a_phone_that_does_not_come_up_is_where_it_ended() -> None:
    view = with_slots(phone(BUNDLE), {"mode": "bootloader", "cur.boot.family": EMPTY})
    with pytest.raises(Ended):
        start_system(view, WORLD)
    assert view.state["mode"] == STUCK


def test_firmware_names_its_variant_only_where_there_are_several() -> None:
    step = {"action": "flash", "partition": "radio", "file": "radio-m6"}
    found = []
    for variants in (["M6"], ["M6", "K6"]):
        device = {"variants": [{"id": v, "told_apart_by": "the sticker"} for v in variants]}
        bundle = small(*IN_RING[:4], step, packages=FREE, device=device)
        found.append("variant-not-told" in {f.id for f in prove(bundle).findings})
    assert found == [False, True]


def test_a_menu_word_sets_only_what_is_declared() -> None:
    words = [{"says": "Ring", "does": "nothing", "sets": {"own.bell": "rings", "own.horn": "off"}}]
    ring = RING | {"words": words}
    told = check_bundle(small(CHARGE, programs=(ring,), device={"facts": [OWN]}))
    assert ["own.horn" in each.message for each in told] == [True]
    loud = RING | {"words": [words[0] | {"sets": {"own.bell": "louder"}}]}
    told = check_bundle(small(CHARGE, programs=(loud,), device={"facts": [OWN]}))
    assert ["has no value louder" in each.message for each in told] == [True]
