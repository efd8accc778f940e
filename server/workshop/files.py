"""How a kept file is answered: from the disk by us, from a bucket by a link of its own."""

from __future__ import annotations

from django.core.files.storage import FileSystemStorage
from django.db.models.fields.files import FieldFile
from django.http import FileResponse, Http404, HttpResponseRedirect
from django.http.response import HttpResponseBase


class StorageUnreachableError(Exception):
    """The storage of photos and sounds does not answer, or refuses."""


def file_answer(kept: FieldFile, content_type: str, *, through: bool = False) -> HttpResponseBase:
    """The file itself, or where it is to be had for the next minutes.

    Parameters
    ----------
    through : bool
        Whether it has to come from us, so that a page may read it and a device keep it.

    Raises
    ------
    Http404
        If it is gone.
    """
    if not through and not isinstance(kept.storage, FileSystemStorage):
        answer = HttpResponseRedirect(kept.storage.url(kept.name))
        # The next look asks for a link that is good again.
        answer["Cache-Control"] = "private, no-store"
        return answer
    try:
        whole = FileResponse(kept.open(), content_type=content_type)
    except FileNotFoundError:
        raise Http404 from None
    whole["Cache-Control"] = "private, max-age=31536000, immutable"
    return whole
