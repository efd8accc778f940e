"""Everything under /api is the API; behind the door every other path is the one page of the front end."""

import sys

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.urls import path, re_path

from accounts.trust import trust, trust_certificate
from accounts.views import SignIn, by_code, database_unreachable, page, second, set_up, shell
from day.bench_page import bench
from papers.public import calendar_feed, shared_pdf, shared_photo, shared_report
from visits.join_page import joined, joined_photo

from .api import api
from .middleware import out_of_reach, unforeseen

handler404, handler500 = "config.urls.not_found", "config.urls.broken"


def broken(request: HttpRequest) -> HttpResponse:
    """What no view answers for, such as a session that finds no room on the disk."""
    error = sys.exc_info()[1]
    known = out_of_reach(error) if isinstance(error, Exception) else None
    says = known or unforeseen(request, error if isinstance(error, Exception) else RuntimeError("no error"))
    status = 503 if known else 500
    if request.path.startswith("/api/"):
        return JsonResponse(says, status=status)
    if known:
        return database_unreachable(request)
    return HttpResponse(f"{says['problem']} {says['hint']}", status=500, content_type="text/plain")


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """A path that is none: in the API's words under /api, else a plain page."""
    if request.path.startswith("/api/"):
        says = {
            "problem": "There is no such route.",
            "field": "",
            "hint": "See /api/openapi.json.",
            "code": "no_route",
        }
        return JsonResponse(says, status=404)
    return HttpResponse("Not found.", status=404, content_type="text/plain")


urlpatterns = [
    path("api/", api.urls),
    path("sign-in", SignIn.as_view()),
    path("sign-in/second", second),
    path("set-up", set_up),
    path("code", by_code),
    path("shell", shell),
    path("trust", trust),
    path("trust/bench.crt", trust_certificate),
    path("join/<str:token>", joined),
    path("join/<str:token>/photos/<uuid:photo_id>", joined_photo),
    path("calendar/<str:token>", calendar_feed),
    path("report/<str:token>", shared_report),
    path("report/<str:token>/pdf", shared_pdf),
    path("report/<str:token>/photos/<uuid:photo_id>", shared_photo),
    path("", bench),
    re_path(r"^(?!api/|assets/).*$", page, name="page"),
]
