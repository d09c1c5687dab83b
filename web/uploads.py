"""Uploads that are small by design: a file over the limit is dropped while it arrives."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.files.uploadhandler import MemoryFileUploadHandler, StopUpload
from django.forms import Form
from django.http import HttpRequest

from prism import messages, words
from web.pictures import MOST_BYTES, PictureError, cleaned

TOO_LARGE = "web.upload_too_large"


class BoundedUploadHandler(MemoryFileUploadHandler):
    """Keeps a file in memory up to the limit of its address; beyond that, drops it and marks the request."""

    def handle_raw_input(self, *args: Any, **kwargs: Any) -> None:
        """Accept the upload whatever its declared size; the limit is enforced on what arrives."""
        self.activated = True
        self.received = 0
        assert self.request is not None
        limits = [limit for start, limit in settings.UPLOAD_LIMITS if self.request.path.startswith(start)]
        self.limit = limits[0]

    def receive_data_chunk(self, raw_data: bytes, start: int) -> bytes | None:
        """Keep the chunk, or stop listening to the rest of the request."""
        self.received += len(raw_data)
        if self.received > self.limit:
            assert self.request is not None
            self.request.META[TOO_LARGE] = "1"
            raise StopUpload(connection_reset=False)
        return super().receive_data_chunk(raw_data, start)


def say_too_large(request: HttpRequest, form: Form, limit: int, advice: str = "") -> None:
    if too_large(request):
        form.errors["file"] = form.error_class([messages.faults.too_large(limit, advice=advice)])


def sent_picture(request: HttpRequest, name: str = "photo") -> bytes:
    """Return a picture that was sent, as `cleaned` makes it. Raises `PictureError` for none, or too much."""
    if too_large(request):
        raise PictureError(words.viewing.picture_too_large(MOST_BYTES / 1_000_000))
    upload = request.FILES.get(name)
    if upload is None:
        raise PictureError(words.viewing.NO_PICTURE)
    return cleaned(upload)


def too_large(request: HttpRequest) -> bool:
    return TOO_LARGE in request.META
