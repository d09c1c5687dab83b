"""A document's JSON brought back: a review made anew by what it was made by, with what was written into it."""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path
from typing import Any

import jsonschema
from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import transaction

from decks import carried
from decks.services import keep_own
from documents.document import EDITS, FORMAT, MADE_BY, VERSION
from documents.models import DocumentEdit
from methods import queries as method_queries
from prism import words
from prism.method import MethodError, build
from prism.stimulus import from_lab
from reviews import services
from reviews.models import Review
from steps import services as step_services

SCHEMA = Path(__file__).parent / "schema.json"


class DocumentFileError(ValueError):
    """A document that cannot be brought back; the message names the place and says why."""


@cache
def schema() -> dict[str, Any]:
    """Return the published schema of a document, JSON Schema 2020-12."""
    schema: dict[str, Any] = json.loads(SCHEMA.read_text())
    return schema


def is_one(content: object) -> bool:
    return isinstance(content, dict) and content.get("format") == FORMAT


def check(content: dict[str, Any]) -> None:
    """Raise `DocumentFileError` where a document is newer or does not keep to the schema."""
    if isinstance(content.get("version"), int) and content["version"] > VERSION:
        raise DocumentFileError(words.archives.DOCUMENT_NEWER)
    errors = jsonschema.Draft202012Validator(schema()).iter_errors(content)
    wrong = min(errors, key=lambda error: len(error.absolute_path), default=None)
    if wrong is not None:
        raise DocumentFileError(
            words.archives.document_wrong([str(part) for part in wrong.absolute_path], wrong.message)
        )


@transaction.atomic
def take_up(by: User, content: dict[str, Any]) -> Review:
    """Make a review of what a checked document holds, of the studio's own colour where it has it. Raises
    `DocumentFileError`."""
    try:
        return _review(by, content.get("review"), content)
    except DocumentFileError:
        raise
    except ValidationError as wrong:
        raise DocumentFileError(words.archives.document_wrong(["review"], "; ".join(wrong.messages))) from None
    except (KeyError, TypeError, ValueError) as wrong:
        raise DocumentFileError(words.archives.document_wrong(["review"], str(wrong))) from None


def _review(by: User, review: dict[str, Any] | None, content: dict[str, Any]) -> Review:
    if review is None:  # of version 1
        own = content["colour"]
        made = step_services.start(by, keep_own(by, own["name"], from_lab(own["lab"])))
        edits = [
            {"section": section["key"], "text": "\n".join(section["lines"])[:4_000], "computed": "", "edited": True,
             "left_out": False, "position": None}
            for section in content["sections"] if section["edited"]
        ]  # fmt: skip
    else:
        made = step_services.start(by, carried.bring_in(by, review["colour"])[0])
        for key, field in MADE_BY.items():
            setattr(made, field, review[key])
        _check_method(by, made)
        made.full_clean(exclude=["owner", "colour", "room", "beside"])
        services.save(made, *MADE_BY.values())
        for carried_over in review.get("shortlist", ()):
            services.shortlist(made, carried.bring_in(by, carried_over)[0])
        edits = review["edits"]
    for carried_over in edits:
        edit = DocumentEdit(review=made, by=by, **{name: carried_over[name] for name in EDITS})
        edit.full_clean(exclude=["review", "by"])
        edit.save()
    return made


def _check_method(by: User, made: Review) -> None:
    try:
        if made.method_table:
            build(made.method, made.method_table)
        else:
            method_queries.find(by, made.method)
    except MethodError as wrong:
        raise DocumentFileError(words.archives.document_wrong(["review", "school"], str(wrong))) from None
