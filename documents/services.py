"""Writes: sections of a document edited, left out, moved, given back."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction

from documents.document import Document
from documents.models import DocumentEdit
from reviews import services as review_services
from reviews.models import Review


def _edit(review: Review, section: str) -> DocumentEdit:
    made, _ = DocumentEdit.objects.get_or_create(review=review, section=section)
    return made


@transaction.atomic
def write(by: User, review: Review, section: str, text: str, computed: str) -> None:
    """Keep a section as somebody wrote it, beside what was computed then; written as computed, it is given back."""
    edit = _edit(review, section)
    clean = "\n".join(line.strip() for line in text.splitlines() if line.strip())
    if clean == computed:
        give_back(review, section)
        return
    edit.text, edit.computed, edit.edited, edit.by = clean, computed, True, by
    edit.save()
    review_services.save(review)


@transaction.atomic
def give_back(review: Review, section: str) -> None:
    edit = _edit(review, section)
    edit.text, edit.computed, edit.edited = "", "", False
    edit.save()
    review_services.save(review)


@transaction.atomic
def leave_out(review: Review, section: str, left_out: bool) -> None:
    edit = _edit(review, section)
    edit.left_out = left_out
    edit.save()
    review_services.save(review)


def move(document: Document, section: str, by: int) -> None:
    page = next((given.section.page for given in document.every if given.section.key == section), None)
    reorder(
        document.review,
        [section.section.key for section in document.every if section.section.page == page],
        section,
        by,
    )


@transaction.atomic
def reorder(review: Review, keys: list[str], moved: str, by: int) -> None:
    """Move one of some keys, which stand in their order, so many places."""
    if moved not in keys:
        return
    order = list(keys)
    at = order.index(moved)
    order.insert(max(0, min(at + by, len(order) - 1)), order.pop(at))
    for position, key in enumerate(order):
        edit = _edit(review, key)
        edit.position = position
        edit.save(update_fields=["position"])
    review_services.save(review)
