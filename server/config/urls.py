"""Everything under /api is the API; behind the door every other path is the one page of the front end."""

from django.urls import path, re_path

from door.views import SignIn, page
from visits.photos import joined

from .api import api

urlpatterns = [
    path("api/", api.urls),
    path("sign-in", SignIn.as_view()),
    path("join/<str:told>", joined),
    re_path(r"^(?!api/|assets/).*$", page, name="page"),
]
