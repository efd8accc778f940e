"""Everything under /api is the API; every other path is the one page of the front end."""

from django.urls import path, re_path

from .api import api
from .page import page

urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", page, name="page")]
