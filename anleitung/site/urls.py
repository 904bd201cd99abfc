"""All addresses of the site."""

from django.contrib import admin
from django.contrib.auth.views import LogoutView
from django.urls import path, re_path

from anleitung.accounts import pages
from anleitung.accounts.passwords import passwords
from anleitung.accounts.record_pages import record_file, record_page
from anleitung.accounts.views import SignIn, invited, sign_in_with_code
from anleitung.api.routes import api
from anleitung.reader import as_reader, changes, route, views, ways_in

urlpatterns = [
    path("", ways_in.front),
    path("r/<str:short>", views.revision_page, name="revision"),
    path("r/<str:short>/SHA256SUMS", views.checksums),
    path("r/<str:short>/files", views.match),
    path("r/<str:short>/report", views.report),
    # Of a guide for several codenames a reader follows what it is for one of them.
    path("r/<str:short>/for/<slug:codename>", views.revision_page),
    path("r/<str:short>/for/<slug:codename>/SHA256SUMS", views.checksums),
    path("r/<str:short>/for/<slug:codename>/files", views.match),
    path("r/<str:short>/for/<slug:codename>/report", views.report),
    path("r/<str:short>/tell-me", views.tell_me),
    re_path(r"^pictures/(?P<sha256>[0-9a-f]{64})$", views.picture),
    path("c/<slug:codename>", ways_in.codename_page),
    path("c/<slug:codename>/route", route.route_page),
    path("c/<slug:codename>/route/SHA256SUMS", route.route_checksums),
    path("c/<slug:codename>/guides/<slug:slug>", ways_in.guide_page),
    path("changes", changes.changes_page),
    path("feed.atom", changes.ChangesFeed()),
    path("people/<slug:codename>", ways_in.left_page),
    path("c/<slug:codename>/changes", changes.changes_page),
    path("c/<slug:codename>/feed.atom", changes.ChangesFeed()),
    path("c/<slug:codename>/guides/<slug:slug>/changes", changes.changes_page),
    path("c/<slug:codename>/guides/<slug:slug>/feed.atom", changes.ChangesFeed()),
    re_path(r"^c/$", ways_in.workbench),
    path(
        "c/<slug:codename>/<path:rest>", lambda request, codename, rest: ways_in.workbench(request)
    ),
    path("drafts/<slug:codename>/<slug:slug>/as-reader", as_reader.draft_page),
    path("bring-in", ways_in.workbench),
    re_path(
        r"^(tools|schemes|programs|passages|edit)(/.*)?$",
        lambda request, *_: ways_in.workbench(request),
    ),
    path("login", SignIn.as_view(), name="login"),
    path("login/code", sign_in_with_code),
    path("invited/<str:secret>", invited),
    path("account", pages.account),
    path("account/second-factor", pages.second_factor),
    path("people", pages.people),
    path("mails", pages.mails),
    path("record", record_page),
    path("record.jsonl", record_file),
    *passwords,
    path("logout", LogoutView.as_view(), name="logout"),
    path("api/", api.urls),
    path("admin/", admin.site.urls),
]

handler404 = "anleitung.reader.problems.not_found"
handler500 = "anleitung.reader.problems.failed"
