"""Addresses of reviews."""

from django.urls import path, register_converter

from reviews import views
from reviews.models import Review


class StepConverter:
    """One of the steps of a review."""

    regex = "|".join(Review.Step.values)

    def to_python(self, value: str) -> str:
        """Return the step."""
        return value

    def to_url(self, value: str) -> str:
        """Return the step."""
        return str(value)


register_converter(StepConverter, "step")

urlpatterns = [
    path("", views.home, name="home"),
    path("reviews/start/", views.start, name="review-start"),
    path("reviews/<int:pk>/", views.reopen, name="review"),
    path("reviews/<int:pk>/<step:step>/", views.step, name="review-step"),
    path("reviews/<int:pk>/wall/", views.wall, name="review-wall"),
    path("reviews/<int:pk>/blind/", views.blind, name="review-blind"),
    path("reviews/<int:pk>/arrange/", views.arrange, name="review-arrange"),
    path("reviews/<int:pk>/board/", views.board, name="review-board"),
    path("reviews/<int:pk>/see/", views.see, name="review-see"),
    path("reviews/<int:pk>/see/<int:observation>/forget/", views.unsee, name="review-unsee"),
    path("reviews/<int:pk>/shortlist/", views.shortlist, name="review-shortlist"),
    path("reviews/<int:pk>/strength/keep/", views.keep_strength, name="review-keep-strength"),
    path("reviews/<int:pk>/strength/mix/", views.mix, name="review-mix"),
    path("reviews/<int:pk>/strength/dispense/", views.dispense, name="review-dispense"),
    path("reviews/<int:pk>/basis/", views.basis, name="review-basis"),
    path("reviews/<int:pk>/write/", views.write, name="review-write"),
    path("reviews/<int:pk>/revalue/", views.revalue, name="review-revalue"),
    path("reviews/<int:pk>/delete/", views.delete, name="review-delete"),
    path("reviews/<int:pk>/restore/", views.restore, name="review-restore"),
]
