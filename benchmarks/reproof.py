"""Two hundred published guides of forty steps are proved again after a change of their device.

Prints the time of the whole in the background, how long a stop takes, and the 95th percentile of a
reader's page meanwhile beside what it is at rest, measured in one run.
"""

import json
import os
import re
import subprocess
import sys
import tempfile
import threading
import time
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from statistics import quantiles
from typing import Any
from urllib.parse import urlencode

from anleitung.demo.serving import HOME, demo_site

COUNT = int(os.environ.get("REPROOF_COUNT", "200"))
LOG_IN = ("tonnenleger", "mudflats-at-low-tide")  # of the demo, as it prints them
REST = 15.0  # seconds of pages at rest

FILL = """
import sys
from datetime import UTC, datetime
import django
django.setup()
from django.contrib.auth.models import User
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.demo.ready import make_ready
from anleitung.guides.services.bring_in import bring_in
from anleitung.review.services import publish as publishing
from anleitung.demo.bundles import demo_bundle
from benchmarks.forty import forty
publishing.begin_for_site = lambda **_: None
now = datetime(2026, 11, 1, 12, 0, tzinfo=UTC)
actor, second = (User.objects.get(username=n) for n in ("tonnenleger", "kranfuehrer"))
made = forty(demo_bundle("palstek", "clean-install").guide.admission.typed)
for number in range(int(sys.argv[1])):
    guide = made.guide.model_copy(update={"id": f"forty-{number}", "title": f"Forty {number}"})
    files = write_bundle(made.with_guide(guide))
    draft = bring_in(actor=actor, files=files, replaces="", now=now).draft
    make_ready(draft, actor=actor, second=second, now=now)
    publishing.publish(
        actor=actor, codename="palstek", slug=guide.id, seen=draft.fingerprint, now=now
    )
# What the demo left to the worker (which of 200 guides of one codename leads to which) is not
# what is measured here.
from django_tasks_db.models import DBTaskResult
from anleitung.jobs.models import UNFINISHED, Job
Job.objects.filter(state__in=UNFINISHED).delete()
DBTaskResult.objects.filter(task_path__contains="do_job").delete()
"""


class Maintainer:
    def __init__(self, base: str) -> None:
        self.base, self.jar = base, CookieJar()
        self.open = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar)).open
        page = self.open(f"{base}/login").read().decode()
        token = re.search(r'csrfmiddlewaretoken" value="(\w+)"', page)
        assert token is not None
        name, password = LOG_IN
        form = {"username": name, "password": password, "csrfmiddlewaretoken": token[1]}
        self.open(f"{base}/login", urlencode(form).encode()).read()

    def post(self, path: str, body: Any = None) -> Any:
        token = next(c.value for c in self.jar if c.name == "csrftoken")
        request = urllib.request.Request(
            self.base + path,
            json.dumps(body or {}).encode(),
            {"Content-Type": "application/json", "X-CSRFToken": token or ""},
        )
        return json.loads(self.open(request, timeout=120).read())

    def get(self, path: str) -> Any:
        return json.loads(self.open(self.base + path, timeout=120).read())

    def change_device(self) -> None:
        """The device says something else that every guide carries: where its build is shown."""
        kept = self.get("/api/document?kind=device&codename=palstek&name=palstek")
        body = kept["body"]
        body["where_the_build_is_shown"] += "."
        self.post("/api/document", {"kind": "device", "seen": kept["fingerprint"], "body": body})


def pages(base: str, until: threading.Event, seconds: float | None) -> list[float]:
    found, ends = [], time.monotonic() + (seconds or 3_600)
    while time.monotonic() < ends and not until.is_set():
        began = time.perf_counter()
        urllib.request.urlopen(f"{base}/c/palstek/guides/unlock", timeout=60).read()
        found.append(time.perf_counter() - began)
        time.sleep(0.05)
    return found


def p95(found: list[float]) -> float:
    return quantiles(found, n=20)[-1] * 1_000


def fill(data: Path) -> None:
    env = os.environ | {
        "ANLEITUNG_DATA": str(data),
        "ANLEITUNG_SECRET_KEY": "only-for-a-demo-on-this-machine-0123456789",
        "ANLEITUNG_JOBS_INLINE": "1",
        "DJANGO_SETTINGS_MODULE": "anleitung.site.settings",
        "PYTHONPATH": str(HOME),
    }
    subprocess.run([sys.executable, "-c", FILL, str(COUNT)], env=env, check=True, cwd=HOME)


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        data = Path(home)
        with demo_site(data):
            pass
        began = time.monotonic()
        fill(data)
        print(f"{COUNT} guides of 40 steps published in {time.monotonic() - began:.0f} s")
        with demo_site(data) as base:
            pages(base, threading.Event(), REST)  # a site that was just started has kept nothing
            rest = pages(base, threading.Event(), REST)
            person = Maintainer(base)
            person.change_device()
            began = time.monotonic()
            job = person.post("/api/prove-stale")
            ended = threading.Event()
            busy: list[float] = []
            reader = threading.Thread(target=lambda: busy.extend(pages(base, ended, None)))
            reader.start()
            while job.get("state") in ("waiting", "running"):
                time.sleep(0.5)
                job = person.get(f"/api/jobs/{job['id']}")
            took = time.monotonic() - began
            ended.set()
            reader.join()
            print(f"proved again: {job.get('result')}, {job.get('state')}, in {took:.0f} s")
            print(f"page at rest: p95 {p95(rest):.0f} ms; meanwhile {p95(busy):.0f} ms")
            print(f"ratio 1 : {p95(busy) / p95(rest):.2f}")
            person.change_device()
            job = person.post("/api/prove-stale")
            time.sleep(2)
            began = time.monotonic()
            person.post(f"/api/jobs/{job['id']}/stop")
            while job.get("state") in ("waiting", "running"):
                time.sleep(0.05)
                job = person.get(f"/api/jobs/{job['id']}")
            print(f"stopped after {time.monotonic() - began:.1f} s: {job.get('state')}")


if __name__ == "__main__":
    main()
