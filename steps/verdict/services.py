"""Writes for Verdict: what the specialist wrote, so that two tabs never lose a word of one another."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from hashlib import sha256

from django.db import transaction

from prism import words
from reviews.models import Review
from reviews.services import save

WRITTEN = ("verdict", "notes")


def version_of(text: str) -> str:
    return sha256(text.encode()).hexdigest()[:16]


@dataclass(frozen=True)
class Conflict:
    """A text that was changed elsewhere since this one was begun: both texts, and the version that stands now."""

    field: str
    theirs: str
    mine: str

    @property
    def sentence(self) -> str:
        return words.walks.changed_elsewhere(words.walks.FIELDS[self.field])

    @property
    def both(self) -> str:
        return f"{self.theirs}\n\n{self.mine}"

    @property
    def version(self) -> str:
        return version_of(self.theirs)


@transaction.atomic
def write(review: Review, texts: Mapping[str, str], seen: Mapping[str, str] | None = None) -> list[Conflict]:
    """Keep what was written: verdict, notes or both; return what could not be kept without a loss.

    `seen` holds the version each text was begun from. A text that its writer did not touch is left as it stands; one
    that somebody else changed meanwhile is not written over.
    """
    unknown = [field for field in texts if field not in WRITTEN]
    if unknown:
        raise ValueError(f"'{unknown[0]}' is not written by hand")
    standing = Review.objects.select_for_update().only(*WRITTEN).get(pk=review.pk)
    conflicts, changed = [], []
    for field, text in texts.items():
        now, begun_from = getattr(standing, field), (seen or {}).get(field)
        setattr(review, field, now)
        if text == now or begun_from == version_of(text):
            continue
        if begun_from is not None and begun_from != version_of(now):
            conflicts.append(Conflict(field, now, text))
            continue
        setattr(review, field, text)
        changed.append(field)
    if changed:
        save(review, *changed)
    return conflicts
