"""Addresses of reviews."""

from django.urls import path, register_converter

from steps import intake, proposal_views
from steps import registry as steps
from steps.shell import views


class StepConverter:
    """One of the steps of a review."""

    regex = "[a-z][a-z-]*"

    def to_python(self, value: str) -> str:
        """Return the step; what is none is some other address."""
        if steps.find(value) is None:
            raise ValueError(value)
        return value

    def to_url(self, value: str) -> str:
        return str(value)


class FormerStepConverter:
    """A name that a step had before."""

    regex = "|".join(steps.FORMER)

    def to_python(self, value: str) -> str:
        return steps.FORMER[value]

    def to_url(self, value: str) -> str:
        return next((former for former, today in steps.FORMER.items() if today == value), value)


register_converter(StepConverter, "step")
register_converter(FormerStepConverter, "former_step")

urlpatterns = [
    path("colours/new/<slug:source>/", intake.own_colour, name="own-colour"),
    path("jobs/<int:pk>/proposal/", proposal_views.proposal, name="job-proposal"),
    path("reviews/start/", views.start, name="review-start"),
    path("reviews/<int:pk>/", views.reopen, name="review"),
    path("reviews/<int:pk>/<step:step>/", views.step, name="review-step"),
    path("reviews/<int:pk>/<step:step>/<slug:act>/", views.act, name="review-act"),
    path("reviews/<int:pk>/<former_step:former>/", views.moved_step, name="review-former-step"),
    path("reviews/<int:pk>/<former_step:former>/<slug:act>/", views.moved_step, name="review-former-act"),
    path("reviews/<int:pk>/findings/", views.findings, name="review-findings"),
    path("reviews/<int:pk>/wall/", views.wall, name="review-wall"),
    path("reviews/<int:pk>/blind/", views.blind, name="review-blind"),
    path("reviews/<int:pk>/arrange/", views.arrange, name="review-arrange"),
    path("reviews/<int:pk>/basis/", views.basis, name="review-basis"),
    path("reviews/<int:pk>/revalue/", views.revalue, name="review-revalue"),
    path("reviews/<int:pk>/move/", views.move, name="review-move"),
    path("reviews/<int:pk>/delete/", views.delete, name="review-delete"),
    path("reviews/<int:pk>/restore/", views.restore, name="review-restore"),
]
