"""The article of a review: looked at, downloaded, published behind a link."""

from __future__ import annotations

from functools import partial

from django.contrib.auth.decorators import login_not_required
from django.core.cache import cache
from django.http import Http404, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_POST, require_safe

from documents.article import services
from documents.article.article import Article
from documents.article.folder import files_of, zipped
from documents.models import Published
from documents.sharing.views import over
from people.queries import as_by
from prism import words
from reviews import queries
from steps.shell.views import own_review, studio_review
from web.http import StudioRequest, as_file
from web.settled import render, render_to_string

KEPT = 60
"""Seconds for which the page of an article is kept as it was made: many may read it at once."""


@require_safe
def article(request: StudioRequest, pk: int) -> HttpResponse:
    """Show the article as it would be published."""
    review = studio_review(request, pk)
    made = Article(review)
    link = review.published.filter(withdrawn=None).first()
    context = {
        "article": made, "review": review, "caution": words.articles.SCREENS_ARE_NOT_PAINT,
        "address": link.address(request, "published") if link else "", "is_published": link is not None,
        "mine": queries.may_write(request.user, review), "not_again": words.sharing.NOT_SHOWN_AGAIN,
    }  # fmt: skip
    with as_by(review.owner):
        return render(request, "documents/article/article.html", context)


@require_safe
def picture(request: StudioRequest, pk: int, shown: str) -> HttpResponse:
    return _picture(Article(studio_review(request, pk)), shown)


def _picture(made: Article, name: str) -> HttpResponse:
    content = None if made.waits else made.picture(f"{name}.png")
    if content is None:
        raise Http404
    return HttpResponse(content.png(), content_type="image/png")


@require_safe
def download(request: StudioRequest, pk: int) -> HttpResponse:
    """Give the article as a folder in a ZIP file."""
    review = studio_review(request, pk)
    made = Article(review)
    if made.waits:
        raise Http404
    with as_by(review.owner):
        packed = zipped(files_of(made))
    return as_file(HttpResponse(packed, content_type="application/zip"), made.name, "article", "zip")


@require_POST
def publish(request: StudioRequest, pk: int) -> HttpResponse:
    """Give the article an address, or take it back."""
    review = own_review(request, pk)
    if "withdraw" in request.POST:
        services.withdraw(review)
    elif not Article(review).waits:
        services.publish(request.user, review)
    return redirect("review-article", review.pk)


def _by_token(token: str) -> Published | None:
    return Published.opened_by(token).select_related("review__owner", "review__colour__maker").first()


@login_not_required
@never_cache
@require_safe
def published(request: StudioRequest, token: str) -> HttpResponse:
    """Show an article to anybody who has its link, as it was within the last minute."""
    link = _by_token(token)
    page = cache.get_or_set(f"article {link.digest}", partial(_page, link), KEPT) if link and link.is_open else ""
    return HttpResponse(page) if page else over(request, link is not None)


def _page(link: Published) -> str:
    """Return the page of an article, the same for everybody; empty while findings are withheld."""
    made = Article(link.review)
    if made.waits:
        return ""
    with as_by(link.review.owner):
        context = {"article": made, "caution": words.articles.SCREENS_ARE_NOT_PAINT}
        return render_to_string("documents/article/published.html", context)


@login_not_required
@require_safe
def published_picture(request: StudioRequest, token: str, shown: str) -> HttpResponse:
    link = _by_token(token)
    if link is None or not link.is_open:
        raise Http404
    return _picture(Article(link.review), shown)
