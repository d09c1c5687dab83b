"""What a client is shown by a link: the pages of its reviews, made once and kept for as long as nothing has changed."""

from __future__ import annotations

import time
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.http import Http404
from django.utils.safestring import SafeString

from documents.consultation import Consultation
from documents.document import Document
from documents.models import Shared
from documents.pdf import pdf
from documents.sharing import queries
from documents.sharing.candidates import Candidate, candidates
from jobs.models import Job
from jobs.whole_home import WholeHome
from people.queries import as_by, membership, studio_of
from reviews.models import Review
from web.query_cache import QueryCache
from web.settled import render_to_string

AGE = 600
"""Seconds after which it is made again though no row has changed: a moment may have passed that it speaks of."""


@dataclass(frozen=True)
class ClientPage:
    """A review as a client is given it: its heading and its sections; no sections while it waits."""

    review: int
    heading: str
    waits: bool
    sections: SafeString


@dataclass(frozen=True)
class Shown:
    """The pages of a link, the rooms in which there is something to choose, and the whole home where it is shown."""

    pages: list[ClientPage]
    candidates: list[tuple[str, list[Candidate]]]
    home: SafeString


_pages = QueryCache[tuple[int, str, bool, int], Shown](50)
_pictures = QueryCache[tuple[int, int, str, int, int], tuple[bytes, str]](60)
_pdfs = QueryCache[tuple[int, int, int], tuple[str, bytes]](10)


def pages_of(link: Shared, token: str) -> Shown:
    """Return what a link shows, as its owner writes; pictures are addressed by the token."""
    return _pages.get((link.pk, token, link.home, _age()), lambda: _made(link, token))


def picture(link: Shared, pk: int, section: str, number: int) -> tuple[bytes, str]:
    """Return a picture of a section, by its number, and of what type it is. Raises `Http404`: nobody finds what is
    left out or waits."""
    return _pictures.get((link.pk, pk, section, number, _age()), lambda: _drawn(link, pk, section, number))


def printed(link: Shared, pk: int) -> tuple[str, bytes]:
    """Return the name of a review's colour and its PDF. Raises `Http404`."""
    return _pdfs.get((link.pk, pk, _age()), lambda: _printed(link, pk))


def _age() -> int:
    return int(time.time() // AGE)


def _made(link: Shared, token: str) -> Shown:
    job = Job.objects.select_related("owner").get(pk=link.job_id)
    with as_by(job.owner):
        whole, made = WholeHome(job.owner, job), list[tuple[Review, Document]]()
        for review in queries.shown(link):
            in_home = review.room is not None and review.room.job_id == job.pk
            made.append((review, Document(review, whole if in_home else None)))
        home = render_to_string("documents/sharing/home.html", {"lines": whole.lines}) if link.home else SafeString("")
        return Shown([_page(review, document, token) for review, document in made], candidates(made), home)


def _page(review: Review, document: Document, token: str) -> ClientPage:
    heading = review.room.name if review.room else document.title
    if document.waits:
        return ClientPage(review.pk, heading, True, SafeString(""))
    context = {"review": review, "document": document.printed(), "token": token}
    return ClientPage(review.pk, heading, False, render_to_string("documents/sharing/page.html", context))


def _given(link: Shared, pk: int) -> Document:
    document = Document(queries.one_shown(link, pk))
    if document.waits:
        raise Http404
    return document


def _drawn(link: Shared, pk: int, section: str, number: int) -> tuple[bytes, str]:
    document = _given(link, pk)
    if document.review.document_edits.filter(section=section, left_out=True).exists():
        raise Http404
    given = Consultation(document.context)
    if section == "look":
        drawn, kind = [picture.png for picture in given.look().pictures], "image/png"
    else:
        drawn, kind = [photo.jpeg for photo in given.site().photos], "image/jpeg"
    if not 1 <= number <= len(drawn):
        raise Http404
    return drawn[number - 1](), kind


def _printed(link: Shared, pk: int) -> tuple[str, bytes]:
    document = _given(link, pk)
    owner = User.objects.get(pk=link.job.owner_id)
    with as_by(owner):
        return document.context.subject.name, pdf(document, studio_of(owner), membership(owner).paper)
