"""Before there were keepers, every maintainer could write everywhere: nobody loses that."""

from typing import Any

from django.db import migrations
from django.utils import timezone


def keep(apps: Any, _editor: Any) -> None:
    names = set(apps.get_model("guides", "Guide").objects.values_list("codename", flat=True))
    devices = apps.get_model("catalogue", "Entry").objects.filter(kind="device")
    names |= set(devices.values_list("name", flat=True))
    keeper, now = apps.get_model("accounts", "Keeper"), timezone.now()
    people = apps.get_model("auth", "User").objects.filter(groups__name="maintainer")
    for user in people.distinct():
        for codename in sorted(names):
            keeper.objects.create(codename=codename, user=user, since=now)


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0001_initial"),
        ("catalogue", "0001_initial"),
        ("guides", "0009_guides_are_deprecated"),
    ]
    operations = [migrations.RunPython(keep, migrations.RunPython.noop)]
