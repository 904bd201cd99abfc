"""A mirror check of 500 sources against the stand-in: time, and how many were asked at once.

Side by side in one run: as the watch does it, and one source after the other. The stand-in waits
50 ms before each answer, as a distant host would; 20 host names, 25 sources each.
"""

import os
import tempfile
import time
from datetime import UTC, datetime
from threading import Thread

SOURCES, HOSTS, DELAY = 500, 20, 0.05


def main() -> None:
    with tempfile.TemporaryDirectory() as data:
        os.environ |= {
            "ANLEITUNG_DATA": data,
            "ANLEITUNG_SECRET_KEY": "only-for-a-benchmark",
            "DJANGO_SETTINGS_MODULE": "anleitung.site.settings",
        }
        import django

        django.setup()
        measure()


def measure() -> None:
    from django.conf import settings
    from django.core.management import call_command

    from anleitung.mirrors.services.run_check import AtOnce

    call_command("migrate", verbosity=0, interactive=False)
    usual = AtOnce(settings.WATCH_AT_ONCE, settings.WATCH_AT_ONCE_PER_HOST)
    together, most = run(usual)
    alone, one = run(AtOnce(1, 1))
    print(f"{SOURCES} sources: {together:.1f} s, at most {most} at once (allowed: {usual.all})")
    print(
        f"one after the other: {alone:.1f} s, at most {one} at once; ratio {alone / together:.1f}"
    )


def run(at_once: object) -> tuple[float, int]:
    """Seconds, and the most that the stand-in ever answered at the same moment."""
    from anleitung.mirrors.fetch import Asking
    from anleitung.mirrors.models import Look, MirrorCheck
    from anleitung.mirrors.services.run_check import AtOnce, run_check
    from anleitung.standins.files import file_digest
    from anleitung.standins.mirror import Mirror, Served

    assert isinstance(at_once, AtOnce)
    now = datetime.now(UTC)
    names = [f"file-{i}.img" for i in range(SOURCES)]
    with Mirror(0, {f"/{name}": Served(name, 20_000) for name in names}, DELAY) as mirror:
        Thread(target=mirror.serve_forever, daemon=True).start()
        hosts = [f"host-{i}.example" for i in range(HOSTS)]
        check = MirrorCheck.objects.create(asked_at=now, reads=True)
        Look.objects.bulk_create(
            Look(
                check_round=check,
                address=f"https://{hosts[i % HOSTS]}/{name}",
                name=name,
                size=20_000,
                sha256=file_digest(name, 20_000),
            )
            for i, name in enumerate(names)
        )
        here = dict.fromkeys(hosts, ("127.0.0.1", mirror.server_address[1]))
        began = time.perf_counter()
        run_check(
            check_id=check.pk,
            asking=Asking(reads=True, stand_ins=here),
            at_once=at_once,
            now=lambda: now,
        )
        took = time.perf_counter() - began
        assert Look.objects.filter(check_round=check, standing="right").count() == SOURCES
        mirror.shutdown()
        return took, mirror.most_at_once


if __name__ == "__main__":
    main()
