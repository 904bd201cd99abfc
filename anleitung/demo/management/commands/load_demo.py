"""Loads the demo: the catalogue, the published guides, faulty drafts, and simulated reports."""

from argparse import ArgumentParser
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group, User
from django.core.management.base import BaseCommand
from django.db import transaction

from anleitung.accounts.keepers import become_keeper
from anleitung.accounts.roles import ADMINISTRATOR, MAINTAINER, TESTER, ensure_roles
from anleitung.catalogue.services.save import save_document
from anleitung.demo.bundles import CODENAME, DRAFTS, bundle_files, faults, guide_names
from anleitung.demo.catalogue import catalogue_files, codenames
from anleitung.demo.ready import make_ready
from anleitung.demo.world import CLEAN_INSTALL, REPORTS, SEED
from anleitung.guides.models import Guide, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.set_trial import set_trial
from anleitung.jobs.models import WAITING, Job
from anleitung.jobs.services.run import run_job
from anleitung.reports.evidence import ask_for_evidence
from anleitung.reports.services.submit import Filled, submit_report
from anleitung.review.services.publish import publish
from anleitung.standins.readers import readers
from anleitung.translations.load import LANGUAGES
from anleitung.translations.services.translate import take_file

FIRST = ("unlock", "clean-install")
TRANSLATIONS = Path(__file__).parents[2] / "translations"
ENTERED = datetime(2026, 10, 18, 20, 15, tzinfo=UTC)
BEGAN = datetime(2026, 10, 20, 18, 30, tzinfo=UTC)

# Log-ins of the demo only; they are printed at every start.
LOG_INS = (
    ("tonnenleger", "mudflats-at-low-tide", MAINTAINER),
    ("kranfuehrer", "hook-and-chain-on-quay-9", MAINTAINER),
    ("priel", "sandbank-under-the-keel", TESTER),
    ("brueckenwart", "lighthouse-keys-hang-here", ADMINISTRATOR),
)


class Command(BaseCommand):
    help = "Load the demo data, once. Anything that is already there is kept."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--small", action="store_true", help="two guides and three drafts only")
        parser.add_argument("--log-ins", action="store_true", help="only print the log-ins")

    def handle(self, *args: Any, **options: Any) -> None:
        if options["log_ins"]:
            self._print_log_ins()
            return
        if Guide.objects.exists():
            self.stdout.write("The demo is loaded already; its data is kept.")
            return
        with transaction.atomic():
            self._load(small=options["small"])
        for job in Job.objects.filter(kind="evidence", state=WAITING):
            run_job(job.pk)
        self.stdout.write("The demo is loaded.")

    def _load(self, *, small: bool) -> None:
        ensure_roles()
        actor, second, *_ = (_make_user(*each) for each in LOG_INS)
        now = BEGAN
        for kind, codename, value in catalogue_files():
            save_document(
                actor=actor, kind=kind, value=value, codename=codename, seen="", now=ENTERED
            )
        for codename, name in _published(small):
            draft = bring_in(
                actor=actor, files=bundle_files(codename, name), replaces="", now=now
            ).draft
            now += timedelta(hours=3)
            make_ready(draft, actor=actor, second=second, now=now)
            revision = publish(
                actor=actor, codename=codename, slug=name, seen=draft.fingerprint, now=now
            )
            _translate(revision, actor=actor, now=now + timedelta(hours=1))
        # One codename has two keepers: what one of them writes, the other may write on.
        become_keeper(second, codenames()[0], now=now)
        self._report(Revision.objects.get(guide__codename=CODENAME, guide__slug="clean-install"))
        now = BEGAN + timedelta(days=30)
        for codename, name in _drafts(small):
            bring_in(actor=actor, files=bundle_files(codename, name), replaces="", now=now)
            if name in faults(codename):
                set_trial(actor=actor, codename=codename, slug=name, is_trial=True)
            now += timedelta(hours=5)

    def _report(self, revision: Revision) -> None:
        told = readers(CLEAN_INSTALL, count=REPORTS, seed=SEED)
        for number, each in enumerate(told):
            values = dict(each.values)
            base, variant = values.pop("base"), values.pop("variant")
            submit_report(
                revision=revision,
                filled=Filled(
                    base=base,
                    variant=variant,
                    options={k.removeprefix("option."): v for k, v in values.items()},
                    ending=each.ending.value,
                    step=each.step,
                ),
                key=f"demo-report-{number:06}",
                source=f"demo{number:028}",
                now=BEGAN + timedelta(days=1, hours=6 * number),
                counts_now=False,
            )
        ask_for_evidence(revision, now=BEGAN)

    def _print_log_ins(self) -> None:
        for name, password, role in LOG_INS:
            self.stdout.write(f"  {role:14} {name:14} {password}")


def _translate(revision: Revision, *, actor: User, now: datetime) -> None:
    for language in LANGUAGES:
        file = TRANSLATIONS / revision.guide.codename / f"{revision.guide.slug}.{language}.po"
        if file.is_file():
            content = file.read_bytes()
            take_file(
                actor=actor, revision=revision, language=language, seen="", content=content, now=now
            )


def _published(small: bool) -> list[tuple[str, str]]:
    """(codename, guide), those first that others are read after."""
    if small:
        return [(CODENAME, name) for name in FIRST]
    every = [(c, n) for c in codenames() for n in guide_names(c) if n not in DRAFTS]
    first = [each for each in every if each[1] == "return-to-stock"]
    first += [(CODENAME, name) for name in FIRST]
    return first + [each for each in every if each not in first]


def _drafts(small: bool) -> list[tuple[str, str]]:
    faulty = [] if small else [(c, n) for c in codenames() for n in faults(c)]
    return [(CODENAME, name) for name in DRAFTS] + faulty


def _make_user(name: str, password: str, role: str) -> Any:
    user = get_user_model().objects.create_user(username=name, password=password)
    user.is_staff = role == ADMINISTRATOR
    user.save()
    user.groups.add(Group.objects.get(name=role))
    return user
