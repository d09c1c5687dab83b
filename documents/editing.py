"""Editing what a document or a showing is given as: a section or a slide at a time."""

from __future__ import annotations

from collections.abc import Callable

from documents import services
from documents.forms import SectionForm
from prism import words
from reviews.models import Review
from steps.verdict.services import version_of
from web.http import StudioRequest


def edit(
    request: StudioRequest, review: Review, key: str, text: str, computed: str, move: Callable[[int], None]
) -> SectionForm | None:
    """Write a section or a slide, give it back, leave it out, take it up, or `move` it by one place.

    `text` is as it stands now, and `computed` what it would be. Return the form where what was written cannot be kept;
    None where all is done.
    """
    act = request.POST.get("act", "write")
    if act == "back":
        services.give_back(review, key)
    elif act in ("out", "in"):
        services.leave_out(review, key, act == "out")
    elif act in ("up", "down"):
        move(-1 if act == "up" else 1)
    else:
        form = SectionForm(request.POST)
        if form.is_valid() and request.POST.get("seen", version_of(text)) != version_of(text):
            form.add_error("text", words.documents.section_meanwhile(text))
        if not form.is_valid():
            return form
        services.write(request.user, review, key, form.cleaned_data["text"], computed)
    return None
