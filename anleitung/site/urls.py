"""All addresses of the site."""

from django.contrib import admin
from django.contrib.auth.views import LogoutView
from django.urls import path, re_path

from anleitung.accounts.views import SignIn
from anleitung.api.routes import api
from anleitung.reader import changes, views

urlpatterns = [
    path("", views.front),
    path("r/<str:short>", views.revision_page, name="revision"),
    path("r/<str:short>/SHA256SUMS", views.checksums),
    path("r/<str:short>/files", views.match),
    path("r/<str:short>/report", views.report),
    # Of a guide for several codenames a reader follows what it is for one of them.
    path("r/<str:short>/for/<slug:codename>", views.revision_page),
    path("r/<str:short>/for/<slug:codename>/SHA256SUMS", views.checksums),
    path("r/<str:short>/for/<slug:codename>/files", views.match),
    path("r/<str:short>/for/<slug:codename>/report", views.report),
    re_path(r"^pictures/(?P<sha256>[0-9a-f]{64})$", views.picture),
    path("c/<slug:codename>", views.codename_page),
    path("c/<slug:codename>/guides/<slug:slug>", views.guide_page),
    path("changes", changes.changes_page),
    path("feed.atom", changes.ChangesFeed()),
    path("c/<slug:codename>/changes", changes.changes_page),
    path("c/<slug:codename>/feed.atom", changes.ChangesFeed()),
    path("c/<slug:codename>/guides/<slug:slug>/changes", changes.changes_page),
    path("c/<slug:codename>/guides/<slug:slug>/feed.atom", changes.ChangesFeed()),
    re_path(r"^c/$", views.workbench),
    path("c/<slug:codename>/<path:rest>", lambda request, codename, rest: views.workbench(request)),
    path("bring-in", views.workbench),
    re_path(
        r"^(tools|schemes|programs|passages|edit)(/.*)?$",
        lambda request, *_: views.workbench(request),
    ),
    path("login", SignIn.as_view(), name="login"),
    path("logout", LogoutView.as_view(), name="logout"),
    path("api/", api.urls),
    path("admin/", admin.site.urls),
]

handler404 = "anleitung.reader.problems.not_found"
handler500 = "anleitung.reader.problems.failed"
