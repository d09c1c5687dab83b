"""Several articles at once: a round-up on one page, or a series with an index."""

from __future__ import annotations

from django import forms
from django.http import Http404, HttpResponse, QueryDict
from django.views.decorators.http import require_safe

from documents.article.article import MOST_ROUND_UP, Article, RoundUp
from documents.article.folder import files_of_round_up, files_of_series, zipped
from people.queries import as_by
from prism import words
from reviews import queries
from reviews.models import Review
from steps.shell.views import studio_review
from web.forms import plain
from web.http import StudioRequest, as_file
from web.settled import render

MOST_SHOWN = 60
"""Colours to choose among; a name finds the others."""


class SeveralForm(forms.Form):
    """Which reviews are published together, as their articles, and under which title."""

    review = forms.MultipleChoiceField(error_messages={"required": words.articles.round_up_size(MOST_ROUND_UP)})
    title = forms.CharField(required=False, max_length=80, widget=plain())

    def __init__(self, data: QueryDict, reviews: list[Review]) -> None:
        super().__init__(data or None)
        self.chosen = set(data.getlist("review"))
        self._by_pk = {str(review.pk): review for review in reviews}
        field = self.fields["review"]
        assert isinstance(field, forms.MultipleChoiceField)
        field.choices = [(pk, review.colour.name) for pk, review in self._by_pk.items()]

    def clean_review(self) -> list[Article]:
        """Return the articles. Raises `ValidationError` where there are too few or too many, or one's findings wait."""
        chosen = [Article(self._by_pk[pk]) for pk in dict.fromkeys(self.cleaned_data["review"])]
        if not 1 < len(chosen) <= MOST_ROUND_UP:
            raise forms.ValidationError(words.articles.round_up_size(MOST_ROUND_UP))
        for article in chosen:
            if waits := article.waits:
                raise forms.ValidationError(words.articles.round_up_waits(article.name, waits))
        return chosen

    def clean_title(self) -> str:
        return self.cleaned_data["title"].strip() or words.articles.ROUND_UP_TITLE

    @property
    def articles(self) -> list[Article]:
        articles: list[Article] = self.cleaned_data["review"]
        return articles

    @property
    def round_up(self) -> RoundUp:
        return RoundUp(self.articles, self.cleaned_data["title"])

    @property
    def query(self) -> str:
        """What asks for the same again."""
        query = QueryDict(mutable=True)
        query.setlist("review", [str(article.number) for article in self.articles])
        query["title"] = self.cleaned_data["title"]
        return query.urlencode()


def _to_choose(request: StudioRequest) -> list[Review]:
    """Return the newest review of each colour, those that were chosen first, then by a name where one was typed."""
    reviews = queries.listed(request.user).defer("findings", "notes", "intake_notes")
    chosen = reviews.filter(pk__in=[pk for pk in request.GET.getlist("review") if pk.isdecimal() and len(pk) < 12])
    named = request.GET.get("named", "").strip()[:80]
    others = reviews.filter(colour__name__icontains=named) if named else reviews
    first_by_colour = {review.colour_id: review for review in chosen[:MOST_SHOWN]}
    for other in others[: 4 * MOST_SHOWN]:
        first_by_colour.setdefault(other.colour_id, other)
    return list(first_by_colour.values())[:MOST_SHOWN]


@require_safe
def articles(request: StudioRequest) -> HttpResponse:
    """Show the colours that were reviewed, to be published together; the round-up once some are chosen."""
    reviews = _to_choose(request)
    form = SeveralForm(request.GET, reviews)
    if _is_choosing(request) or not form.is_valid():
        return _choose(request, form, reviews)
    context = {"found": form.round_up, "query": form.query, "caution": words.articles.SCREENS_ARE_NOT_PAINT}
    with as_by(request.user):
        return render(request, "documents/article/round_up_shown.html", context)


def _is_choosing(request: StudioRequest) -> bool:
    """Whether no choice was made yet, or another colour is looked for."""
    return "choose" in request.GET or not request.GET.keys() & {"review", "title"}


def _choose(request: StudioRequest, form: SeveralForm, reviews: list[Review]) -> HttpResponse:
    """Show what there is to choose among, and what is wrong with a choice that was made."""
    choosing = _is_choosing(request)
    context = {"form": form, "reviews": reviews, "most": MOST_ROUND_UP, "named": request.GET.get("named", "")[:80],
               "wrong": [] if choosing else form.errors.get("review", [])}  # fmt: skip
    return render(request, "documents/article/articles.html", context, status=200 if choosing else 422)


@require_safe
def pair(request: StudioRequest, pk: int, other: int) -> HttpResponse:
    """Give the picture of a colour beside its neighbour in a round-up."""
    article, neighbour = (Article(studio_review(request, each)) for each in (pk, other))
    if article.waits or neighbour.waits:
        raise Http404
    return HttpResponse(article.next_to(neighbour).png(), content_type="image/png")


@require_safe
def download(request: StudioRequest, kind: str) -> HttpResponse:
    """Give the round-up, or the articles as a series, as a folder in a ZIP file."""
    reviews = _to_choose(request)
    form = SeveralForm(request.GET, reviews)
    if not form.is_valid():
        return _choose(request, form, reviews)
    with as_by(request.user):
        files = files_of_round_up(form.round_up) if kind == "round-up" else files_of_series(form.articles)
        packed = zipped(files)
    return as_file(HttpResponse(packed, content_type="application/zip"), form.cleaned_data["title"], kind, "zip")
