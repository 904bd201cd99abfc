"""The mirror watch as a maintainer sees it, with the demo's worker and simulated mirror."""

import re

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll


def test_a_round_tells_what_became_of_each_source(bench: Page) -> None:
    bench.goto("/c/palstek/files#sources")
    sources = bench.get_by_role("region", name="Sources")
    # The demo looks at its sources when it starts; a slow host takes half a minute.
    expect(sources.get_by_role("button", name="Check them now")).to_be_visible(timeout=60_000)
    sources.get_by_text("as on record").last.click()
    table = sources.get_by_role("table")
    for address, says in (
        ("mirror.example/palstek/wattlaeufer", "the right bytes"),
        ("spiegel.example/old/palstek/wattlaeufer", "moved for good"),
        ("mirror.example/palstek/rettungsring", "replaced under the same name"),
        ("spiegel.example/old/palstek/firmware-12.4.7-k6", "cut short"),
        ("spiegel.example/old/palstek/firmware-12.4.7-m6", "not through after"),
        ("spiegel.example/old/palstek/radio-12.4.7-m6", "it is gone"),
        ("spiegel.example/new/palstek/radio-12.4.7-m6", "far more comes"),
    ):
        row = table.get_by_role("row").filter(has_text=re.compile(re.escape(address)))
        expect(row.first).to_contain_text(says)
    results = Axe().run(bench)
    assert results.violations_count == 0, results.generate_report()
    assert no_sideways_scroll(bench)


def test_a_matter_is_settled_with_the_keyboard_and_stays_so(bench: Page) -> None:
    bench.goto("/c/palstek/files#sources")
    why = bench.get_by_label("Why this is settled: radio-12.4.7-k6.img")
    expect(why).to_be_visible(timeout=60_000)
    why.fill("the second source was taken out")
    why.press("Enter")
    expect(why).not_to_be_attached()
    bench.reload()
    expect(bench.get_by_role("list", name="Changes of sources")).to_be_visible()
    expect(why).not_to_be_attached()
    bench.goto("/c/")
    expect(bench.get_by_text("radio-12.4.7-k6.img at")).not_to_be_attached()
