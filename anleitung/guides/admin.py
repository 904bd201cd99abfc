"""The admin site shows revisions and withdrawals and changes none of them."""

from typing import Any

from django.contrib import admin

from anleitung.guides.models import Revision, Withdrawal


class ReadOnlyAdmin(admin.ModelAdmin):  # type: ignore[type-arg]
    def has_add_permission(self, *args: Any, **kwargs: Any) -> bool:
        return False

    def has_change_permission(self, *args: Any, **kwargs: Any) -> bool:
        return False

    def has_delete_permission(self, *args: Any, **kwargs: Any) -> bool:
        return False


admin.site.register([Revision, Withdrawal], ReadOnlyAdmin)
