"""Classes that hold in every view: title, reach, targets, reflow, focus, marks, paper, storage."""

import re
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from anleitung.demo.management.commands.load_demo import LOG_INS
from tests.browser.conftest import no_sideways_scroll
from tests.browser.gate import sign_in

SHEET = "/c/palstek/guides/clean-install?v=1.0.0"
WORKBENCH = (
    "/c/",
    "/c/palstek",
    "/c/palstek/builds",
    "/c/palstek/builds/paste",
    "/c/palstek/files",
    "/c/palstek/guides",
    "/c/palstek/routes",
    SHEET,
    "/c/palstek/guides/base-update?v=draft",
    "/c/palstek/guides/clean-install/bench?v=1.0.0",
    "/c/palstek/guides/base-update/compare?first=draft&second=draft",
    "/c/palstek/guides/base-update/review",
    "/people",
    "/account",
    "/tools",
    "/tools/schleuse",
    "/programs",
    "/schemes/tidewerk",
    "/edit/device?codename=palstek&name=palstek",
    "/edit/tool?name=lotse",
    "/bring-in",
)
READERS = ("/", "/?q=poller", "/c/palstek", "/c/palstek/route?to=unlocked", "/login")

DESK: Any = {"width": 1280, "height": 800}
REFUSED = """
for (const name of ["localStorage", "sessionStorage"]) {
  Object.defineProperty(window, name, {
    get() { throw new DOMException("denied", "SecurityError"); },
  });
}
"""
# Controls that are smaller than a thumb needs and that stand in no sentence.
SMALL = """() => [...document.querySelectorAll(
    "button, [role=button], input:not([type=hidden]), select, summary, [role=radio]")]
  .filter((e) => e.checkVisibility({ visibilityProperty: true, opacityProperty: true }))
  .filter((e) => !e.closest(".sr-only") && !e.classList.contains("sr-only"))
  .map((e) => [e, e.getBoundingClientRect()])
  .filter(([e, r]) => r.width > 0 && (r.height < 23.5 || r.width < 23.5))
  .map(([e, r]) => `${e.tagName} ${(e.textContent || e.getAttribute("aria-label") || e.id)
    .trim().slice(0, 40)} ${Math.round(r.width)}x${Math.round(r.height)}`)"""


def settled(page: Page, path: str) -> None:
    page.goto(path)
    expect(page.locator("main h1").first).to_be_visible()
    page.wait_for_load_state("networkidle")


def signed_in(browser: Browser, base_url: str, **more: Any) -> BrowserContext:
    """A context of its own, with the maintainer's session and nothing else."""
    context = browser.new_context(base_url=base_url, **more)
    sign_in(context, 0)
    return context


def test_every_view_has_a_title_of_its_own_large_targets_and_reflows(
    browser: Browser, base_url: str
) -> None:
    """At 320 pixels, and with text twice as large, nothing scrolls sideways but what must."""
    context = signed_in(browser, base_url, viewport=DESK, bypass_csp=True)
    page = context.new_page()
    titles: dict[str, str] = {}
    small: dict[str, list[str]] = {}
    wide = []
    for path in WORKBENCH:
        page.set_viewport_size(DESK)
        settled(page, path)
        titles[path] = page.title()
        found = page.evaluate(SMALL)
        if found:
            small[path] = found[:5]
        assert page.locator("h1").count() == 1, path
        for width, font in ((320, ""), (640, "html { font-size: 32px !important; }")):
            page.set_viewport_size({"width": width, "height": 900})
            if font:
                page.add_style_tag(content=font)
            page.wait_for_timeout(150)
            if not no_sideways_scroll(page):
                wide.append((path, width))
    context.close()
    assert len(set(titles.values())) == len(titles), titles
    assert all(title.endswith("Anleitung") for title in titles.values())
    assert small == {}
    assert wide == []


@pytest.mark.parametrize("script", [True, False])
def test_reader_views_reflow_and_have_large_targets(
    browser: Browser, base_url: str, script: bool
) -> None:
    context = browser.new_context(
        base_url=base_url, viewport={"width": 320, "height": 640}, java_script_enabled=script
    )
    page = context.new_page()
    page.goto("/")
    paths = [*READERS, page.locator("a[href^='/r/']").first.get_attribute("href") or ""]
    for path in paths:
        page.goto(path)
        if script:
            assert no_sideways_scroll(page), path
            assert page.evaluate(SMALL) == [], path
        else:
            expect(page.locator("h1")).to_be_visible()
    context.close()


def test_fourteen_steps_of_a_sheet_are_in_sight(bench: Page) -> None:
    """With all that its head has to say: who approved it, a source that changed, a flag."""
    settled(bench, SHEET)
    for says in ("Approved by", "Source changed", "flag"):
        expect(bench.get_by_text(says).first).to_be_visible()
    in_sight = """() => [...document.querySelectorAll(".sheet-rows > li")]
      .filter((row) => row.getBoundingClientRect().top + 14 < innerHeight).length"""
    assert bench.evaluate(in_sight) >= 14


def test_sizes_follow_the_font_setting_of_the_reader(browser: Browser, base_url: str) -> None:
    context = browser.new_context(base_url=base_url, bypass_csp=True)
    page = context.new_page()
    page.goto("/")
    size = "parseFloat(getComputedStyle(document.body).fontSize)"
    before = page.evaluate(size)
    page.add_style_tag(content="html { font-size: 20px !important; }")
    assert page.evaluate(size) == pytest.approx(before * 20 / 16, rel=0.01)
    context.close()


def test_paper_holds_everything_black_on_white(browser: Browser, base_url: str) -> None:
    context = browser.new_context(base_url=base_url, color_scheme="dark")
    page = context.new_page()
    page.goto("/")
    page.locator("a[href^='/r/']", has_text="Install Wattläufer 5").first.click()
    bodies = page.locator(".step .body")
    expect(bodies.first).to_be_visible()
    folded = bodies.count() - page.locator(".step .body:visible").count()
    assert folded > 10  # the screen shows one step at a time
    page.emulate_media(media="print", color_scheme="dark")
    shown = "(all) => all.filter((e) => getComputedStyle(e).display !== 'none').length"
    assert bodies.evaluate_all(shown) == bodies.count()
    # A question holds nothing but its buttons, which paper leaves out.
    assert page.locator(".step .body:visible").count() >= bodies.count() - 3
    assert page.locator(".tries ol:visible").count() == page.locator(".tries ol").count()
    ground, ink = page.evaluate(
        "[getComputedStyle(document.body).backgroundColor, getComputedStyle(document.body).color]"
    )
    assert (ground, ink) == ("rgb(255, 255, 255)", "rgb(0, 0, 0)")
    context.close()


def test_a_sheet_on_paper_holds_every_step_and_what_the_head_folds(bench: Page) -> None:
    settled(bench, SHEET)
    expect(bench.get_by_text("Before it", exact=True)).to_be_hidden()
    bench.emulate_media(media="print", color_scheme="dark")
    expect(bench.get_by_text("Before it", exact=True)).to_be_visible()
    rows = bench.locator(".sheet-rows > li")
    told = bench.locator(".sheet-rows > li").filter(has_text="You see:")
    assert told.count() > 5
    assert all(told.nth(i).get_by_text("You see:").first.is_visible() for i in range(3))
    assert rows.count() > 15


def test_where_storage_is_refused_the_reader_goes_on(browser: Browser, base_url: str) -> None:
    context = browser.new_context(base_url=base_url)
    context.add_init_script(REFUSED)
    page = context.new_page()
    page.goto("/")
    page.locator("a[href^='/r/']", has_text="Unlock the bootloader").first.click()
    for done in range(1, 4):
        page.locator(".step[aria-current=step] .acts button").first.click()
        expect(
            page.locator(".steps").locator("xpath=preceding-sibling::*[@role='status']")
        ).to_contain_text(f"{done} of")
    context.close()


def test_where_storage_is_refused_the_workbench_says_so_and_works(
    browser: Browser, base_url: str
) -> None:
    context = signed_in(browser, base_url)
    context.add_init_script(REFUSED)
    page = context.new_page()
    settled(page, SHEET)
    expect(page.get_by_role("note")).to_contain_text("keeps nothing for this site")
    page.keyboard.press("ArrowDown")
    expect(page.locator("[aria-current=step]")).to_have_count(1)
    settled(page, "/edit/tool?name=lotse")
    expect(page.get_by_role("button", name=re.compile("Save version"))).to_be_visible()
    context.close()


def test_an_unknown_version_is_said_to_be_unknown(bench: Page) -> None:
    settled(bench, "/c/palstek/guides/clean-install?v=9.9.9")
    expect(bench.get_by_role("heading", level=1)).to_contain_text("has no version 9.9.9")
    bench.get_by_role("link", name="Version 1.0.0").click()
    expect(bench.get_by_role("heading", level=1)).to_have_text("Install Wattläufer 5")
    bench.goto("/c/palstek/guides/clean-install/bench?v=9.9.9")
    expect(bench.get_by_text("has no version 9.9.9")).to_be_visible()


def test_the_row_survives_the_bench_a_reload_and_the_way_back(bench: Page) -> None:
    settled(bench, SHEET)
    for _ in range(6):
        bench.keyboard.press("ArrowDown")
    row = bench.locator("[aria-current=step]")
    number = row.get_attribute("data-row")
    assert bench.url.endswith(f"#step-{int(number or 0) + 1}")
    bench.reload()
    expect(row).to_have_attribute("data-row", number or "")
    bench.get_by_role("link", name="Try it on the bench").click()
    expect(bench.get_by_role("heading", name="Bench", level=1)).to_be_focused()
    bench.go_back()
    expect(row).to_have_attribute("data-row", number or "")
    expect(row).to_be_focused()


def test_signing_in_again_comes_back_to_the_very_address(bench: Page) -> None:
    settled(bench, "/c/palstek/builds/paste")
    bench.get_by_label("Builds, one a line").fill("PS-13.1.9-KU.r5")
    bench.context.clear_cookies()
    bench.goto("/c/palstek/files?guide=clean-install&v=1.0.0")
    expect(bench).to_have_url(re.compile("/login"))
    name, password, _ = LOG_INS[0]
    bench.get_by_label("Name").fill(name)
    bench.get_by_label("Password").fill(password)
    bench.get_by_role("button", name="Sign in").click()
    expect(bench).to_have_url(re.compile(r"/c/palstek/files\?guide=clean-install&v=1\.0\.0$"))
    settled(bench, "/c/palstek/builds/paste")
    expect(bench.get_by_label("Builds, one a line")).to_have_value("PS-13.1.9-KU.r5")
    bench.get_by_label("Builds, one a line").fill("")


def test_focus_never_falls_to_the_body(bench: Page) -> None:
    settled(bench, "/c/")
    lost = []
    for link in ("Host tools", "Naming schemes", "Import a bundle", "palstek"):
        bench.get_by_role("link", name=re.compile(f"^{link}")).first.click()
        expect(bench.locator("main h1")).to_be_focused()
        if bench.evaluate("document.activeElement === document.body"):
            lost.append(link)
    assert lost == []


def test_marks_survive_forced_colours(browser: Browser, base_url: str) -> None:
    context = signed_in(browser, base_url, forced_colors="active")
    page = context.new_page()
    settled(page, "/c/")
    shape = page.locator(".mark-stop").first.evaluate(
        "(e) => getComputedStyle(e, '::before').backgroundColor"
    )
    ground = page.evaluate("getComputedStyle(document.body).backgroundColor")
    assert shape not in (ground, "rgba(0, 0, 0, 0)")
    context.close()


def test_300_codenames_leave_the_rail_in_reach(bench: Page) -> None:
    def many(route: Any) -> None:
        answer = route.fetch()
        home = answer.json()
        first = home["codenames"][0] | {"mine": False, "tone": "plain", "guides": []}
        home["codenames"] += [first | {"codename": f"knot-{i}"} for i in range(300)]
        route.fulfill(response=answer, json=home)

    bench.route("**/api/home", many)
    settled(bench, "/c/")
    rail = bench.get_by_role("navigation", name="Codenames and desk")
    assert rail.get_by_role("link").count() < 25
    main_link = rail.get_by_role("link", name="Import a bundle")
    assert (main_link.bounding_box() or {"y": 9_999})["y"] < 800
    rail.get_by_label("Filter codenames").fill("knot-299")
    expect(rail.get_by_role("link", name="knot-299")).to_be_visible()


def test_an_arrow_key_is_quick_on_a_thousand_steps(bench: Page) -> None:
    """Not a timed test: what is drawn anew for one key is counted."""

    def long(route: Any) -> None:
        answer = route.fetch()
        page = answer.json()
        rows = page["sheet"]["rows"]
        page["sheet"]["rows"] = [
            rows[i % len(rows)] | {"id": f"s{i}", "number": i + 1} for i in range(1_000)
        ]
        route.fulfill(response=answer, json=page)

    bench.route("**/api/revisions/*", long)
    settled(bench, SHEET)
    expect(bench.locator(".sheet-rows > li")).to_have_count(1_000)
    bench.keyboard.press("ArrowDown")
    bench.evaluate(
        """() => {
          window.touched = new Set();
          new MutationObserver((all) => all.forEach((m) => {
            const at = m.target.nodeType === 1 ? m.target : m.target.parentElement;
            const row = at?.closest("li");
            if (row) window.touched.add(row.id);
          })).observe(document.querySelector(".sheet-rows"),
            { childList: true, subtree: true, attributes: true, characterData: true });
        }"""
    )
    bench.keyboard.press("ArrowDown")
    expect(bench.locator("[aria-current=step]")).to_have_attribute("data-row", "1")
    assert len(bench.evaluate("[...window.touched]")) <= 3


def test_enter_in_the_jump_box_waits_for_its_answer(bench: Page) -> None:
    settled(bench, "/c/")

    def slowly(route: Any) -> None:
        bench.wait_for_timeout(600)
        route.continue_()

    bench.route("**/api/jump*", slowly)
    bench.keyboard.press("/")
    box = bench.get_by_role("combobox", name=re.compile("^Jump to"))
    expect(box).to_be_focused()
    bench.keyboard.type("poller")
    bench.keyboard.press("Enter")
    expect(bench).to_have_url(re.compile("/c/poller"))


def test_the_focus_goes_with_an_item_that_is_moved_or_removed(bench: Page) -> None:
    settled(bench, "/edit/tool?name=lotse")
    down = bench.get_by_role(
        "button", name=re.compile("^Move Hosts? .*1 down|^Move .* 1 down")
    ).first
    name = down.get_attribute("aria-label") or ""
    down.click()
    moved = bench.get_by_role("button", name=name.replace(" 1 ", " 2 "), exact=True)
    expect(moved).to_be_focused()
    remove = bench.get_by_role("button", name=re.compile("^Remove .* 1$")).first
    remove.click()
    expect(bench.locator(":focus")).to_have_attribute("data-act", re.compile("remove|up|down"))
    bench.get_by_role("button", name=re.compile("^Remove .* 1$")).first.press("Alt+PageDown")
    expect(bench.locator("form :focus")).to_have_count(1)


def test_a_dialog_can_be_read_to_its_end_at_320_by_256(browser: Browser, base_url: str) -> None:
    context = signed_in(browser, base_url, viewport={"width": 320, "height": 256})
    page = context.new_page()
    settled(page, "/c/")
    page.keyboard.press("?")
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("heading", name="Keys")).to_be_visible()
    close = dialog.get_by_role("button", name="Close")
    close.scroll_into_view_if_needed()
    box = close.bounding_box()
    assert box is not None
    assert box["x"] >= 0
    assert box["x"] + box["width"] <= 320
    assert box["y"] + box["height"] <= 256
    close.click()
    expect(dialog).not_to_be_attached()
    context.close()


NO_WAY_BACK = {
    "id": "no-way-back",
    "kind": "document",
    "subject": "",
    "severity": "note",
    "step": "",
    "message": "No step names a way back.",
    "why": "Who hangs there begins to search.",
    "remedy": "Name a rescue guide",
    "witness": None,
    "phones": None,
}


def test_findings_of_the_whole_guide_are_in_the_walk(bench: Page) -> None:
    def general(route: Any) -> None:
        answer = route.fetch()
        page = answer.json()
        if page.get("sheet"):
            page["sheet"]["general"] = [NO_WAY_BACK]
        route.fulfill(response=answer, json=page)

    for path in ("clean-install", "clean-install/writing"):
        bench.route(f"**/api/drafts/palstek/{path}", general)
    settled(bench, "/c/palstek/guides/clean-install?v=draft")
    whole = bench.get_by_role("region", name="Findings of the whole guide")
    bench.keyboard.press("n")
    expect(whole).to_be_focused()
    bench.keyboard.press("n")
    expect(bench.locator("[aria-current=step]")).to_be_focused()
    bench.keyboard.press("p")
    expect(whole).to_be_focused()
