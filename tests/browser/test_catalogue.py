"""The catalogue in the workbench: phones, builds, tools, and writing them."""

import re
from collections.abc import Iterator
from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import BrowserContext, Page, expect

from tests.browser.conftest import no_sideways_scroll


def save(page: Page, note: str = "") -> None:
    page.get_by_label("What you changed, in a few words").fill(note)
    page.get_by_role("button", name=re.compile("^Save")).click()


def edit(page: Page, path: str) -> None:
    page.goto(f"/edit/{path}")
    expect(page.get_by_role("button", name=re.compile("^Save version"))).to_be_enabled()


def test_phone_page_draws_rails_and_plays_a_chord(bench: Page) -> None:
    bench.goto("/c/schotstek")
    rail = bench.get_by_role("list", name="Partitions, slot a")
    expect(rail).to_contain_text("ramdisk: first ramdisk, checked at start while locked")
    expect(bench.get_by_role("list", name="Inside verbund").first).to_contain_text("vendor")
    chord = bench.get_by_role("figure").filter(has_text="From off to bootloader mode")
    expect(chord).to_contain_text("Press and keep the power key (right hand) and volume down")
    chord.get_by_role("button", name="Play it once").click()
    expect(chord.locator("svg.playing .key.on")).to_have_count(2)
    chord.get_by_role("button", name="Stop").click()
    expect(chord.locator("svg.playing")).to_have_count(0)


def test_phone_page_says_what_goes_with_what(bench: Page) -> None:
    bench.goto("/c/palstek")
    table = bench.get_by_role("region", name="What goes with what").get_by_role("table")
    # Every pair is tried for it, by the worker, beside whatever other tests ask of the machine.
    head = table.get_by_role("columnheader").nth(1)
    expect(head).to_have_text("stock, as it is there", timeout=120_000)
    radio = table.get_by_role("row").filter(has_text="radio-12.4.7-k6.img")
    expect(radio.get_by_role("cell").nth(1)).to_contain_text("only variant K6, firmware base")
    kernel = table.get_by_role("row").filter(has_text="boot.img")
    expect(kernel).to_contain_text("part of it")
    expect(kernel).to_contain_text("never The phone hangs at boot: boot does not come from")
    assert no_sideways_scroll(bench)


def test_name_for_two_variants_is_said_and_how_to_tell(bench: Page) -> None:
    bench.goto("/c/poller")
    expect(bench.get_by_text("Kai 9 is one name for 2 variants: M6, K6.")).to_be_visible()


@pytest.fixture
def _palstek_as_it_was(bench: Page) -> Iterator[None]:
    yield
    edit(bench, "device?codename=palstek")
    if bench.get_by_label("Maker", exact=True).input_value() != "Tidewerk":
        bench.get_by_label("Maker", exact=True).fill("Tidewerk")
        save(bench, "taken back")
        expect(bench.get_by_role("heading", name=re.compile("^Tidewerk Bö 4"))).to_be_visible()


@pytest.mark.usefixtures("_palstek_as_it_was")
def test_changed_phone_makes_guides_stale_until_proved_or_taken_back(bench: Page) -> None:
    edit(bench, "device?codename=palstek")
    bench.get_by_label("Maker", exact=True).fill("Tidewerk am Deich")
    save(bench, "the name of the maker")
    expect(bench.get_by_text(": the name of the maker")).to_be_visible()
    rail = bench.get_by_role("navigation", name="Codenames and desk")
    bench.goto("/c/palstek/guides/unlock?v=1.0.0")
    note = bench.get_by_role("region", name="Changed since")
    expect(note).to_contain_text("Stale.")
    expect(note).to_contain_text("device palstek (maker)")
    bench.get_by_role("button", name="Prove it with today’s documents").click()
    expect(note).to_contain_text("Proved with them too: no stops.")
    expect(rail).to_contain_text("palstek")
    edit(bench, "device?codename=palstek")
    bench.get_by_label("Maker", exact=True).fill("Tidewerk")
    save(bench, "taken back")
    expect(bench.get_by_text("(the same as version 3)")).to_be_visible()
    bench.goto("/c/palstek/guides/unlock?v=1.0.0")
    expect(bench.get_by_role("heading", name="Unlock the bootloader")).to_be_visible()
    expect(note).to_have_count(0)


def test_chord_that_cannot_be_is_refused_while_it_is_written(bench: Page) -> None:
    edit(bench, "device?codename=klampe")
    moment = bench.get_by_role("listitem", name="Moments, 1").first
    moment.get_by_label("Let go").fill("up")
    faults = bench.get_by_text("moment 1: up is held and let go at once")
    expect(faults.first).to_be_visible()
    expect(bench.get_by_role("button", name="Save version 2")).to_be_disabled()
    bench.reload()
    expect(bench.get_by_text("Your unsaved changes are back.")).to_be_visible()
    expect(faults.first).to_be_visible()
    bench.get_by_role("button", name="Discard it").click()
    expect(faults).to_have_count(0)
    expect(bench.get_by_role("button", name="Save version 2")).to_be_enabled()


def test_moved_and_removed_blocks_take_their_words_along(bench: Page) -> None:
    edit(bench, "device?codename=poller")
    first = bench.get_by_role("listitem", name="Moments, 1").first
    expect(first.get_by_label("Press and keep")).to_have_value("down\nside")
    first.get_by_role("button", name="Move Moments 1 down").click()
    expect(first.get_by_label("Press and keep")).to_have_value("power")
    second = bench.get_by_role("listitem", name="Moments, 2").first
    expect(second.get_by_label("Press and keep")).to_have_value("down\nside")
    first.get_by_role("button", name="Remove Moments 1").click()
    expect(first.get_by_label("Press and keep")).to_have_value("down\nside")
    expect(bench.get_by_text("power is let go and was not held").first).to_be_visible()


def test_new_document_under_a_name_that_is_taken_is_held_against_it(bench: Page) -> None:
    bench.goto("/edit/system?codename=palstek")
    bench.get_by_label("System", exact=True).fill("wattlaeufer")
    bench.get_by_label("Name", exact=True).fill("Mine")
    bench.get_by_label("Releases, one a line").fill("5.0")
    save(bench)
    both = bench.get_by_role("alert", name="Two versions")
    expect(both).to_contain_text("Wattläufer")
    expect(both).to_contain_text("Mine")


def test_new_codename_from_nothing(bench: Page) -> None:
    bench.goto("/edit/device")
    expect(bench.get_by_role("status")).to_contain_text("Still missing")
    for label, value in (
        ("Codename", "spierentonne"),
        ("Maker", "Tidewerk"),
        ("Market names", "Bö 1"),
        ("Usual variant", "T1"),
        ("Regions", "KU"),
        ("Usual build", "ST-9.1.0-KU.r0"),
        ("Where the build is shown", "Settings, last line"),
    ):
        bench.get_by_label(label, exact=True).or_(
            bench.get_by_label(re.compile(f"^{label}, "))
        ).first.fill(value)
    bench.get_by_role("button", name="Add to variants").click()
    variant = bench.get_by_role("listitem", name="Variants, 1")
    variant.get_by_label("Id", exact=True).fill("T1")
    variant.get_by_label("How to tell").fill("The only one")
    bench.get_by_role("button", name="Add to carriers").click()
    carrier = bench.get_by_role("listitem", name="Carriers, 1")
    carrier.get_by_label("Id", exact=True).fill("open")
    carrier.get_by_label("Name", exact=True).fill("open market")
    carrier.get_by_label("Unlocking").select_option("permitted")
    for number, (name, role) in enumerate(
        (("boot", "boot"), ("system", "system"), ("radio", "firmware")), 1
    ):
        bench.get_by_role("button", name="Add to partitions").click()
        part = bench.get_by_role("listitem", name=f"Partitions, {number}")
        part.get_by_label("Name", exact=True).fill(name)
        part.get_by_label("Role").select_option(role)
    expect(bench.get_by_role("list", name="Partitions, slot b")).to_contain_text("radio")
    save(bench)
    expect(bench.get_by_role("heading", name="Tidewerk Bö 1")).to_be_visible()
    expect(bench.get_by_text("No key combinations yet.")).to_be_visible()
    bench.get_by_role("link", name="Builds", exact=True).click()
    expect(bench.get_by_text("No builds yet.")).to_be_visible()
    bench.get_by_role("link", name="Phone", exact=True).click()
    bench.get_by_role("button", name="Retire spierentonne").click()
    bench.get_by_label("Reason").fill("only tried out")
    bench.get_by_role("button", name="Retire it").click()
    expect(bench.get_by_role("alert")).to_contain_text("only tried out")
    rail = bench.get_by_role("navigation", name="Codenames and desk")
    expect(rail.get_by_text("spierentonne")).to_have_count(0)


def test_second_of_two_authors_sees_both_versions(bench: Page, context: BrowserContext) -> None:
    other = context.new_page()
    for page in (bench, other):
        edit(page, "tool?name=notanker")
    bench.get_by_label("Versions", exact=True).fill("2.2 or newer")
    bench.get_by_label("How to see that the phone is there").fill("mine")
    other.get_by_label("Versions", exact=True).fill("3.0 or newer")
    save(other, "theirs")
    expect(other.get_by_role("heading", name="Notanker")).to_be_visible()
    save(bench, "mine")
    both = bench.get_by_role("alert", name="Two versions")
    expect(both).to_contain_text("tonnenleger saved version 2 while you were writing.")
    expect(both).to_contain_text("both changed it")
    expect(both).to_contain_text("3.0 or newer")
    expect(both).to_contain_text("2.2 or newer")
    bench.get_by_role("button", name="Merge them").click()
    expect(bench.get_by_label("Versions", exact=True)).to_have_value("3.0 or newer")
    expect(bench.get_by_label("How to see that the phone is there")).to_have_value("mine")
    save(bench, "both")
    expect(bench.get_by_text("Visible when mine.")).to_be_visible()


def test_string_is_taken_apart_while_it_is_typed(bench: Page) -> None:
    bench.goto("/c/poller/builds")
    box = bench.get_by_label("A build string or file name")
    box.fill("2219c_KAI9_M6_KU_full.mol")
    apart = bench.get_by_role("region", name="A string, taken apart")
    expect(apart).to_contain_text("region KU: poller has BI, HO")
    expect(apart).to_contain_text("gets no update for this one")
    box.fill("KAI9-M6/BI/2219с")
    expect(apart).to_contain_text("cyrillic small letter es")
    box.fill("KAI9-M6/BI/2219c")
    expect(apart).to_contain_text("The catalogue knows a way to KAI9-M6/BI/2248")
    apart.get_by_role("button", name="Show KAI9-M6/BI/2219c below").click()
    expect(bench.get_by_role("region", name="Build", exact=True)).to_contain_text("respin")


def test_ways_between_builds(bench: Page) -> None:
    bench.goto("/c/palstek/builds")
    bench.get_by_role("link", name="PS-12.1.0-KU.r1").click()
    one = bench.get_by_role("region", name="Build", exact=True)
    expect(one).to_contain_text("5 builds can be reached from here.")
    one.get_by_label("From here to").select_option("PS-13.0.5-KU.r4")
    expect(one).to_contain_text("Fewest legs: 3 legs, 2.93 GB")
    expect(one).to_contain_text("Least download: 5 legs, 1.73 GB")
    one.get_by_label("From here to").select_option("PS-12.2.0-BI.r1")
    expect(one).to_contain_text("is for another region than")
    bench.goto("/c/palstek/builds?build=PS-12.4.7-HO.r3&to=PS-13.0.5-HO.r4")
    expect(one).to_contain_text("The one that would open it: a package from PS-12.4.7-HO.r3")


def test_builds_are_found_and_nothing_found_says_so(bench: Page) -> None:
    bench.goto("/c/palstek/builds")
    bench.get_by_label("Find", exact=True).fill("withdrawn")
    table = bench.get_by_role("region", name="All builds")
    expect(table.get_by_role("row")).to_have_count(2)
    bench.get_by_label("Find", exact=True).fill("nothing like it")
    table.get_by_role("button", name="Show all").click()
    expect(table.get_by_role("status")).to_have_text("15 of 15")


def test_pasted_list_is_shown_and_stored(bench: Page) -> None:
    bench.goto("/c/achtknoten/builds/paste")
    text = "AK-11.1.0-KU.r1\nAK-11.1.0-KU.r1\nPS-12.4.7-KU.r3\nAK-11.0.9-KU.r1\nrubbish"
    bench.get_by_label("Builds, one a line").fill(text)
    shown = bench.get_by_role("region", name="What each line was read as")
    for words in ("1 new", "1 twice in the list", "1 for another phone", "1 already there"):
        expect(shown.get_by_role("button", name=words)).to_be_visible()
    bench.get_by_role("button", name="Store 1 build").click()
    bench.get_by_role("link", name="AK-11.1.0-KU.r1").click()
    bench.get_by_role("button", name="Retire AK-11.1.0-KU.r1").click()
    bench.get_by_label("Reason").fill("made up for a trial")
    bench.get_by_role("button", name="Retire it").click()
    expect(bench.get_by_text("Retired: made up for a trial")).to_be_visible()


PASTE = """(area, text) => {
  const data = new DataTransfer();
  data.setData("text/plain", text);
  const paste = { clipboardData: data, bubbles: true, cancelable: true };
  area.focus();
  area.dispatchEvent(new ClipboardEvent("paste", paste));
}"""


def test_twenty_thousand_lines_stay_responsive(bench: Page) -> None:
    bench.goto("/c/palstek/builds/paste")
    text = "\n".join(f"PS-14.{i // 100}.{i % 100}-KU.r5" for i in range(20_000))
    box = bench.get_by_label("Builds, one a line")
    box.evaluate(PASTE, text)
    shown = bench.get_by_role("region", name="What each line was read as")
    expect(shown).to_contain_text("20,000 lines:")
    bench.get_by_role("button", name="Later lines").click()
    expect(shown).to_contain_text("page 2 of 200")
    bench.get_by_role("button", name="Store 20,000 builds").click()
    expect(bench.get_by_role("alert")).to_contain_text("nothing was stored")
    expect(box).to_have_value(text)


JUMPS = [
    ("kai 22 b", "klampe", "/c/klampe"),
    ("PS-12.4.7-HO", "build of palstek", "/c/palstek/builds"),
    ("2433b_KAI22", "full package of KAI22-V2/BI/2433b", "/c/klampe/builds"),
    ("notanker", "host tool", "/tools/notanker"),
]


@pytest.mark.parametrize(("typed", "says", "path"), JUMPS)
def test_jump_box_leads_there_by_keyboard(typed: str, says: str, path: str, bench: Page) -> None:
    bench.goto("/c/")
    expect(bench.get_by_role("heading", name="Needs a decision")).to_be_visible()
    bench.keyboard.press("/")
    bench.keyboard.type(typed)
    expect(bench.get_by_role("option").first).to_contain_text(says)
    bench.keyboard.press("ArrowDown")
    bench.keyboard.press("Enter")
    expect(bench).to_have_url(re.compile(re.escape(path)))


def test_jump_box_shows_a_build_taken_apart_and_says_when_nothing_fits(bench: Page) -> None:
    bench.goto("/c/")
    box = bench.get_by_role("combobox", name=re.compile("^Jump"))
    box.fill("PS-12.4.9-BI.r3")
    option = bench.get_by_role("option").first
    expect(option).to_contain_text("palstek, not in the catalogue")
    expect(option).to_contain_text("rollback index")
    box.fill("zzzz")
    expect(bench.get_by_text("No match for “zzzz”.")).to_be_visible()


def test_ambiguous_scheme_is_refused_with_the_string(bench: Page) -> None:
    edit(bench, "scheme?name=tidewerk")
    form = bench.get_by_role("listitem", name="Forms, 1")
    form.get_by_role("button", name="Remove Parts 4").click()
    expect(bench.get_by_text("reads in two ways").first).to_be_visible()
    expect(bench.get_by_role("button", name="Save version 2")).to_be_disabled()
    bench.get_by_role("link", name="Back to tidewerk").click()
    bench.get_by_role("textbox", name="Try a string").fill("AK-11.0.9-KU.r1")
    expect(bench.get_by_role("region", name="Try a string")).to_contain_text("achtknoten")


PAGES = [
    "/c/palstek",
    "/c/klampe/builds?build=KAI22-V2%2FKU%2F2509",
    "/c/poller/builds/paste",
    "/tools",
    "/tools/schleuse",
    "/schemes/nordmole",
    "/edit/device?codename=schotstek",
    "/edit/tool?name=lotse",
]


@pytest.mark.parametrize("path", PAGES)
def test_pages_are_accessible_and_fit(path: str, bench: Page) -> None:
    bench.goto(path)
    expect(bench.get_by_role("heading", level=1)).to_be_visible()
    bench.wait_for_load_state("networkidle")
    found: Any = Axe().run(bench, options={"runOnly": ["wcag2a", "wcag2aa"]})
    assert found.violations_count == 0, found.generate_report()
    bench.set_viewport_size({"width": 390, "height": 800})
    assert no_sideways_scroll(bench)


def test_readers_find_their_phone_and_its_keys(page: Page) -> None:
    page.goto("/")
    page.get_by_label("Codename, market name, build string or file name").fill("Kai 9")
    page.get_by_role("button", name="Search").click()
    expect(page.get_by_role("status")).to_contain_text("poller, 2 variants")
    page.get_by_role("status").get_by_role("link").first.click()
    expect(page.get_by_text("Kai 9 is one name for 2 variants: M6, K6.")).to_be_visible()
    chord = page.get_by_role("figure").first
    chord.get_by_role("button", name="Play it once").click()
    expect(chord.locator("svg.playing")).to_have_count(1)
    page.goto("/c/palstek/guides/clean-install")
    expect(page.get_by_text("Known not to work with Wattläufer 5.0:")).to_be_visible()
    page.goto("/c/palstek/guides/unlock")
    expect(page.get_by_text("Press and keep volume down (right hand)").first).to_be_attached()


def test_known_bug_is_added_and_shown_to_readers(bench: Page) -> None:
    edit(bench, "system?codename=klampe&name=sturmvogel")
    bench.get_by_role("button", name="Add to features").click()
    feature = bench.get_by_role("listitem", name="Features, 6")
    feature.get_by_label("Feature", exact=True).fill("Torch")
    feature.get_by_label("State").select_option("broken")
    fault = bench.get_by_text("Torch: say what happens")
    expect(fault.first).to_be_visible()
    feature.get_by_label("What happens").fill("It stays dark")
    expect(fault).to_have_count(0)
    save(bench, "torch")
    works = bench.get_by_role("region", name="What works on it")
    expect(works.get_by_role("row").filter(has_text="Torch")).to_contain_text("broken")
    reader = bench.context.browser.new_context()  # type: ignore[union-attr]
    page = reader.new_page()
    page.goto(bench.url)
    expect(page.get_by_text("It stays dark")).to_be_visible()
    reader.close()


def test_build_is_edited_and_its_package_without_predecessor_is_marked(bench: Page) -> None:
    name = "KAI9-K6/BI/2248a"
    edit(bench, f"build?codename=poller&name={name.replace('/', '%2F')}")
    bench.get_by_role("button", name="Add to shipped").click()
    package = bench.get_by_role("listitem", name="Shipped, 3")
    package.get_by_label("Kind").select_option("incremental")
    package.get_by_label("Name").fill("trial.mol")
    package.get_by_label("Size in bytes").fill("lots")
    expect(bench.get_by_text("expected a whole number, got 'lots'").first).to_be_visible()
    package.get_by_label("Size in bytes").fill("1000000")
    expect(bench.get_by_text("needs from_build").first).to_be_visible()
    package.get_by_label("From exactly").fill("KAI9-K6/BI/2230")
    save(bench, "a package")
    one = bench.get_by_role("region", name="Build", exact=True)
    expect(one).to_contain_text("its predecessor KAI9-K6/BI/2230 is not in the catalogue")
    edit(bench, f"build?codename=poller&name={name.replace('/', '%2F')}")
    bench.get_by_role("button", name="Remove Shipped 3").click()
    save(bench, "taken back")
    expect(one).to_contain_text("(the same as version 3)")


def test_what_is_not_there_is_said(bench: Page) -> None:
    for path, says in (
        ("/c/nowhere", "The catalogue has no device nowhere."),
        ("/tools/nowhere", "The catalogue has no tool nowhere."),
        ("/edit/colour", "No kind of document is called 'colour'."),
        ("/c/palstek/builds?build=PS-1.2.3-KU.r1", "This build is not in the catalogue."),
    ):
        bench.goto(path)
        expect(bench.get_by_text(says)).to_be_visible()


def test_a_phone_program_is_shown_and_written(bench: Page) -> None:
    bench.goto("/programs")
    bench.get_by_role("link", name="Lotsenboot").click()
    words = bench.get_by_role("region", name="Words of its menu")
    expect(words).to_contain_text("takes apps, photos and files")
    expect(bench.get_by_text("Refuses packages of these kinds: firmware.")).to_be_visible()
    results = Axe().run(bench)
    assert results.violations_count == 0, results.generate_report()
    edit(bench, "program?name=lotsenboot")
    bench.get_by_label("Version", exact=True).fill("1.5")
    save(bench, "a newer one")
    bench.goto("/programs/lotsenboot")
    expect(bench.get_by_text("recovery 1.5")).to_be_visible()
    # The guides that carry it say so, and can be proved with today's document.
    bench.goto("/c/palstek/guides/update-wattlaeufer")
    expect(bench.get_by_text("lotsenboot").first).to_be_visible()
