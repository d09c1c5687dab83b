"""Write reviews as articles that any website takes, without anything of a client."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from documents.article.article import MOST_ROUND_UP, Article, RoundUp
from documents.article.folder import files_of, files_of_round_up, files_of_series, write
from people.queries import as_by
from reviews.models import Review


class Command(BaseCommand):
    """Write one review into a directory, several as a series with an index, or several as a round-up."""

    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the reviews' numbers and the directory."""
        parser.add_argument("reviews", type=int, nargs="+", metavar="REVIEW", help="its number; several make a series")
        parser.add_argument("directory", type=Path)
        parser.add_argument("--round-up", metavar="TITLE", help=f"one page of up to {MOST_ROUND_UP} colours, so titled")

    def handle(self, *args: Any, **options: Any) -> None:
        reviews = [self._review(number) for number in options["reviews"]]
        directory: Path = options["directory"]
        with as_by(reviews[0].owner):
            try:
                count = self._written(reviews, directory, options["round_up"])
            except OSError as wrong:
                raise CommandError(f"{directory} cannot be written: {wrong.strerror}.") from None
        self.stdout.write(f"{count} files in {directory}.")

    def _written(self, reviews: list[Review], directory: Path, title: str | None) -> int:
        articles = [Article(review) for review in reviews]
        for article in articles:
            if article.waits:
                raise CommandError(f"Review {article.number}: {article.waits}")
        if title:
            if not 1 < len(articles) <= MOST_ROUND_UP:
                raise CommandError(f"A round-up takes 2 to {MOST_ROUND_UP} reviews, not {len(articles)}.")
            return write(directory, files_of_round_up(RoundUp(articles, title)))
        if len(articles) == 1:
            return write(directory, files_of(articles[0]))
        return write(directory, files_of_series(articles))

    @staticmethod
    def _review(number: int) -> Review:
        review = Review.objects.filter(pk=number, deleted=None).first()
        if review is None:
            raise CommandError(f"There is no review {number}.")
        return review
