"""Work that takes long, as a maintainer sees it: in line, with what it is and a way to stop it."""

import json
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, Route, expect

from anleitung.core.formats.write_bundle import write_zip
from tests.core.bundles import edited_files


def test_a_bundle_that_differs_is_settled_document_by_document(bench: Page, tmp_path: Path) -> None:
    edits = [
        ("tools/lotse.yaml", "4.2 or newer", "4.0 or newer"),
        ("guide.yaml", "title: ", "title: Once more, "),
    ]
    files = edited_files("two-legs", edits)
    (tmp_path / "b.zip").write_bytes(write_zip(files))
    bench.goto("/bring-in")
    bench.get_by_label("Zip file of the bundle").set_input_files(tmp_path / "b.zip")
    note = bench.get_by_role("region", name="Changed since")
    note.get_by_role("button", name="tool lotse: 1 field differs").click()
    row = note.get_by_role("row").filter(has_text="versions")
    expect(row).to_contain_text("4.2 or newer")
    expect(row).to_contain_text("4.0 or newer")
    note.get_by_role("button", name="Use the catalogue’s in this draft").click()
    expect(note).to_have_count(0)
    expect(bench.get_by_role("heading", level=1)).to_be_visible()


def test_what_is_under_way_is_said_and_can_be_stopped(bench: Page) -> None:
    job = {"id": 7, "kind": "slips", "says": "trying every slip", "done": 12, "total": 95}
    state = {"now": "running"}

    def answer(route: Route, status: int, body: Any) -> None:
        route.fulfill(status=status, content_type="application/json", body=json.dumps(body))

    def shown() -> dict[str, Any]:
        return job | {"state": state["now"], "problem": None, "result": None}

    def stop(route: Route) -> None:
        state["now"] = "stopped"
        answer(route, 200, shown())

    bench.route("**/api/slips*", lambda route: answer(route, 202, shown()))
    bench.route("**/api/jobs/7", lambda route: answer(route, 200, shown()))
    bench.route("**/api/jobs/7/stop", stop)
    bench.route(
        "**/api/work",
        lambda r: answer(
            r, 200, {"says": "", "job": shown() if state["now"] == "running" else None}
        ),
    )
    bench.goto("/c/palstek/guides/clean-install")
    expect(bench.get_by_text("trying every slip, 12 of 95")).to_be_visible()
    bench.get_by_role("button", name="Stop", exact=True).click()
    expect(bench.get_by_role("alert")).to_contain_text("Stopped, as you asked.")
    expect(bench.get_by_role("button", name="Stop", exact=True)).to_have_count(0)
