"""Accounts in the admin site: an administrator manages people and makes nobody more than that.

Groups and being active are what an administrator decides on. Rights over everything (superuser,
single permissions) are given on the command line by whoever runs the site.
"""

from typing import Any

from django.contrib import admin
from django.contrib.auth.admin import UserAdmin
from django.contrib.auth.models import Group, User
from django.http import HttpRequest

ONLY_SUPERUSERS = ("is_superuser", "user_permissions", "last_login", "date_joined")


class PeopleAdmin(UserAdmin):  # type: ignore[type-arg]
    def get_readonly_fields(self, request: HttpRequest, obj: Any = None) -> tuple[str, ...]:
        fixed = tuple(super().get_readonly_fields(request, obj))
        return fixed if request.user.is_superuser else (*fixed, *ONLY_SUPERUSERS)

    def get_queryset(self, request: HttpRequest) -> Any:
        """Superusers are not to be seen, and so not to be changed, by anybody else."""
        found = super().get_queryset(request)
        return found if request.user.is_superuser else found.filter(is_superuser=False)


admin.site.unregister(User)
admin.site.unregister(Group)
admin.site.register(User, PeopleAdmin)
