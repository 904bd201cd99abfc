"""Clauses in the words of practitioners: what each means, and what may not be taken for a step."""

import pytest

from anleitung.core.writing.notes.read import read_notes
from tests.core.writing.test_notes import known, said

RING, ZIP = "rettungsring-3.2-palstek.img", "wattlaeufer-5.0-palstek.zip"
RADIO = "radio-12.4.7-m6.img"

# What somebody may write, and the steps that it is; "?" where it may be several things.
MEANS: list[tuple[str, list[str]]] = [
    # Getting and comparing files.
    (f"Download {ZIP}", ["get wattlaeufer"]),
    (
        f"download {ZIP} and {RING}, check both digests",
        ["get wattlaeufer,rettungsring and compare"],
    ),
    (f"I got {RADIO} first", ["get radio-m6"]),
    (f"grab {RING} and verify its checksum", ["get rettungsring and compare"]),
    ("get the ring and k6 radio", ["get rettungsring,radio-k6"]),
    (f"extract {ZIP}", ["unpack wattlaeufer"]),
    # The phone itself.
    ("charge it", ["charge"]),
    ("Charge the phone to 80 %", ["charge"]),
    ("battery over half", ["charge"]),
    ("copy your photos to the computer", ["copy media"]),
    ("Back up the photos to a card and open one of them", ["copy media to card and open one"]),
    ("save apps", ["copy apps"]),
    ("back up calibration", ["copy unique"]),
    ("remove the pattern", ["remove screen-lock"]),
    ("take the screen lock off", ["remove screen-lock"]),
    ("disable the PIN", ["remove screen-lock"]),
    ("delete the account from the phone", ["remove account"]),
    ("sign out of the account", ["remove account"]),
    ("enable debugging", ["switch debugging on"]),
    ("turn debugging off again", ["switch debugging off"]),
    ("allow unlocking", ["switch unlock-switch on"]),
    ("turn on the unlocking switch", ["switch unlock-switch on"]),
    ("switch automatic updates off", ["switch auto-update off"]),
    ("power off the phone", ["power off"]),
    ("shut it down", ["power off"]),
    ("turn the phone off", ["power off"]),
    # The cable.
    ("plug it in", ["connect"]),
    ("connect the phone to the computer", ["connect"]),
    ("plug the cable in and confirm on the phone", ["connect and agree"]),
    ("connect, then trust this computer", ["connect and agree"]),
    ("unplug the cable", ["unplug cable"]),
    ("make sure that lotse lists the phone", ["see the phone with lotse"]),
    ("connect it and accept on its screen", ["connect and agree"]),
    ("unplug it from the computer", ["unplug cable"]),
    ("take out the battery", ["unplug battery"]),
    # Modes.
    ("restart into the bootloader with a command", ["enter bootloader by command"]),
    ("enter recovery, press the keys for it", ["enter recovery by chord"]),
    ("boot the system", ["restart"]),
    ("boot to the bootloader from the computer", ["enter bootloader by command"]),
    ("reboot into recovery with the command", ["enter recovery by command"]),
    ("go to the bootloader, hold volume down", ["enter bootloader by chord"]),
    ("switch to recovery from the menu", ["enter recovery by menu"]),
    ("enter the bootloader", ["?"]),
    ("hold volume up and power", ["?"]),
    ("reboot", ["restart"]),
    ("Restart the phone.", ["restart"]),
    ("start the system", ["restart"]),
    # The bootloader.
    ("unlock the bootloader", ["unlock"]),
    ("now relock the bootloader", ["lock"]),
    (f"flash {RADIO} to both slots", ["flash radio radio-m6 to both slots"]),
    (f"write {RADIO} into slot b", ["flash radio radio-m6 to b slots"]),
    (f"flash {RADIO} to the other slot", ["flash radio radio-m6 to other slots"]),
    (f"flash the radio ({RADIO})", ["flash radio radio-m6"]),
    (f"flash {RING} to ramdisk", ["flash ramdisk rettungsring"]),
    ("start the ring once", ["start rettungsring once"]),
    (f"boot {RING} temporarily", ["start rettungsring once"]),
    (f"load {RING} without flashing it", ["start rettungsring once"]),
    ("make slot b active", ["make slot b active"]),
    ("switch to the other slot", ["make slot other active"]),
    (f"write {RADIO} to slot a", ["flash radio radio-m6 to a slots"]),
    (f"{RADIO} to both slots", ["flash radio radio-m6 to both slots"]),
    ("close the bootloader", ["lock"]),
    # The recovery.
    ("erase media", ["wipe media"]),
    ("format the user data", ["format data"]),
    (f"put {ZIP} on the phone", ["place wattlaeufer"]),
    ("format data", ["format data"]),
    ("do a factory reset", ["format data"]),
    ("tap “Empty the system”", ['menu "Empty the system"']),
    ("choose 'Start the system'", ['menu "Start the system"']),
    ("wipe data", ["?"]),
    ("wipe system and vendor", ["wipe system,vendor"]),
    ("wipe system and data", ["?"]),
    ("boot it once", ["?"]),
    ("erase apps", ["wipe apps"]),
    ("mount vendor", ["mount vendor"]),
    (f"sideload {ZIP}", ["sideload wattlaeufer"]),
    (f"load the package {ZIP}", ["sideload wattlaeufer"]),
    (f"install {ZIP} from the storage", ["install wattlaeufer from internal"]),
    (f"install {ZIP} from a card", ["install wattlaeufer from card"]),
    (f"push {ZIP} to the storage", ["place wattlaeufer"]),
    (f"copy {ZIP} onto the card", ["place wattlaeufer on card"]),
    # Builds.
    ("update the phone to PS-13.0.2-KU.r4", ["take the update to PS-13.0.2-KU.r4"]),
    (
        "check that the base is PS-12.4.7-KU.r3",
        ['check "base is PS-12.4.7-KU.r3" asking "Is the base PS-12.4.7-KU.r3?"'],
    ),
    (
        "make sure the firmware is PS-12.4.1-BI.r2 or newer",
        ['check "base >= PS-12.4.1-BI.r2" asking "Is the base PS-12.4.1-BI.r2 or newer?"'],
    ),
    ("it must be on PS-12.4.7-KU.r3", ["?"]),
    # What comes after.
    ("restore the photos", ["restore media"]),
    ("go through the setup", ["set up"]),
    ("open the Bootsmann app", ["app bootsmann-app open"]),
    ("install the Bootsmann app", ["app bootsmann-app install"]),
]


@pytest.mark.parametrize(("text", "steps"), MEANS)
@pytest.mark.parametrize("bullet", ["", "- ", "3. ", "(4) "])
def test_a_clause_means_what_a_practitioner_means(text: str, steps: list[str], bullet: str) -> None:
    [note] = read_notes(bullet + text, known())
    assert said(note) == steps


# What tells, warns, asks or denies is no step, whatever words are in it.
NO_STEP = [
    "Do not unplug the cable while it writes.",
    "don't flash the radio of the other chip",
    "Never relock the bootloader before it has started",
    "Careful, this wipes the phone",
    "warning: flashing the wrong file bricks it",
    "The recovery can't read encrypted data",
    "it won't boot without the base",
    "The bootloader should show OPEN",
    "If it hangs, hold power for ten seconds",
    "when the bar stops, wait",
    "By the way, somebody in the thread flashed it twice",
    "# Flash the base",
    "unlock is done already",
]


@pytest.mark.parametrize("text", NO_STEP)
def test_what_warns_or_tells_is_no_step(text: str) -> None:
    [note] = read_notes(text, known())
    assert note.rows == ()
    assert note.read_as == "text"


# It asks for something that is not known here: it stays as it is, and is asked about.
ASKED = [
    "flash other-radio.img to radio",
    "flash the modem",
    "press the button at the side",
    "- something with the slot",
    "lotse write radio other-radio.img --both",
    "install the zip of last week",
    "select the second entry",
]


@pytest.mark.parametrize("text", ASKED)
def test_what_is_not_understood_is_asked_about(text: str) -> None:
    [note] = read_notes(text, known())
    assert note.read_as == "open"
    assert all(row.open_about for row in note.rows)


SEVERAL: list[tuple[str, list[str]]] = [
    ("charge it; restart", ["charge", "restart"]),
    ("Charge it. Then restart.", ["charge", "restart"]),
    (f"format data and sideload {ZIP}", ["format data", "sideload wattlaeufer"]),
    ("remove the pin, enable debugging, plug it in", [
        "remove screen-lock", "switch debugging on", "connect",
    ]),
    ("remove the pin and charge it", ["remove screen-lock", "charge"]),
    ("connect the phone and unlock the bootloader", ["connect", "unlock"]),
    ("screen lock and account off", ["remove screen-lock", "remove account"]),
    (f"get {RING}, {ZIP}", ["get rettungsring,wattlaeufer"]),
    ("charge it, that takes an hour", ["charge"]),
]  # fmt: skip


@pytest.mark.parametrize(("text", "steps"), SEVERAL)
def test_a_line_of_several_steps_becomes_all_of_them(text: str, steps: list[str]) -> None:
    [note] = read_notes(text, known())
    assert said(note) == steps


def test_a_command_says_what_it_is_by_what_came_before() -> None:
    first, second = read_notes("lotse list\nlotse list", known())
    assert (said(first), said(second)) == (["connect"], ["see the phone with lotse"])


def test_a_file_that_is_nowhere_on_the_phone_is_fetched_from_its_source() -> None:
    text = f"fetch {RADIO}\nput {RADIO} on the storage\nfetch {RADIO}"
    told = [said(note) for note in read_notes(text, known())]
    assert told == [["get radio-m6"], ["place radio-m6"], ["fetch radio-m6"]]


def test_within_a_fence_everything_asks_for_something() -> None:
    notes = read_notes("```\nlotse lock --open\nlotse dance\n```\nlotse dance", known())
    assert [note.read_as for note in notes] == ["blank", "step", "open", "blank", "text"]
