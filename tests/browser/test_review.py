"""From a draft to its readers: the gate, a second person, remarks."""

import re
from pathlib import Path

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll, packed
from tests.browser.gate import second_person
from tests.browser.test_workbench import bring_in


def test_two_people_bring_a_draft_through_the_gate(bench: Page, tmp_path: Path) -> None:
    edits = [
        ("guide.yaml", "id: clean-install\n", "id: trial-install\n"),
        ("guide.yaml", "title: Install", "title: Trial install of"),
        ("guide.yaml", "way_back: return-to-stock", "way_back: nowhere-yet"),
    ]
    bring_in(bench, packed(tmp_path, "clean-install", *edits))
    expect(bench.get_by_text("promises proved for all")).to_be_visible()
    bench.get_by_role("link", name="Review and publish").click()
    ways, eyes = bench.locator("[data-line=ways-back]"), bench.locator("[data-line=eyes]")
    expect(ways).to_contain_text("nowhere-yet rescues nobody who hangs here")
    expect(bench.get_by_role("button", name="Publish 1.0.0")).to_be_disabled()
    ways.get_by_role("button", name="Let it stand, with a reason").first.click()
    bench.keyboard.type("The way back is written next week.")
    ways.get_by_role("button", name="Let it stand", exact=True).click()
    expect(ways).to_contain_text("tonnenleger lets it stand since")
    bench.get_by_label("What you say to the others").fill("Look at the radio first.")
    bench.get_by_role("button", name="Ask others to read it").click()
    expect(bench.get_by_text("in review", exact=True)).to_be_visible()
    assert Axe().run(bench).violations_count == 0
    assert no_sideways_scroll(bench)

    other = second_person(bench)
    other.goto("/c/")
    other.get_by_role("listitem").filter(has_text="Look at the radio first.").get_by_role(
        "link"
    ).click()
    other.get_by_role("link", name="sheet", exact=True).click()
    other.locator("[data-row='1']").click()
    other.keyboard.press("c")
    other.keyboard.type("Which of the two cables?")
    other.get_by_role("button", name="Remark", exact=True).click()
    expect(other.locator(".remark")).to_contain_text("kranfuehrer")
    other.get_by_role("link", name="Review and publish").click()
    other.get_by_role("button", name="Approve this state").click()
    expect(other.get_by_text("kranfuehrer approves it")).to_be_visible()
    other.context.close()

    bench.reload()
    expect(eyes).to_contain_text("Approved by kranfuehrer.")
    remark = bench.locator(".remark").filter(has_text="Which of the two cables?")
    remark.get_by_role("button", name="Resolve").click()
    expect(bench.locator("[data-line=remarks]")).to_contain_text("No remark is open.")
    while (left := bench.get_by_role("button", name="Let it stand, with a reason")).count():
        left.first.click()
        bench.keyboard.type("The way back is written next week.")
        bench.get_by_role("button", name="Let it stand", exact=True).click()
        expect(bench.get_by_role("button", name="Let it stand", exact=True)).to_have_count(0)
    bench.get_by_role("button", name="Publish 1.0.0").click()
    expect(bench).to_have_url(re.compile(r"v=1\.0\.0"))
    bench.get_by_role("link", name="Readers’ page").click()
    expect(bench.get_by_text("Approved by kranfuehrer.")).to_be_visible()
    bench.get_by_text("What its maintainers know of and let stand").click()
    expect(bench.get_by_text("The way back is written next week.").first).to_be_visible()
