"""Addresses of reviews."""

from django.urls import path, register_converter

from reviews import intake, steps
from reviews.boards import views as boards
from reviews.document import views as document
from reviews.search import views as finding
from reviews.sharing import views as sharing
from reviews.shell import views
from reviews.viewing import views as viewing


class StepConverter:
    """One of the steps of a review."""

    regex = "[a-z][a-z-]*"

    def to_python(self, value: str) -> str:
        """Return the step; what is none is some other address."""
        if steps.find(value) is None:
            raise ValueError(value)
        return value

    def to_url(self, value: str) -> str:
        """Return the step."""
        return str(value)


class FormerStepConverter:
    """A name that a step had before."""

    regex = "|".join(steps.FORMER)

    def to_python(self, value: str) -> str:
        """Return the step's name of today."""
        return steps.FORMER[value]

    def to_url(self, value: str) -> str:
        """Return the former name of a step."""
        return next((former for former, today in steps.FORMER.items() if today == value), value)


register_converter(StepConverter, "step")
register_converter(FormerStepConverter, "former_step")

urlpatterns = [
    path("", views.home, name="home"),
    path("find/", finding.find, name="find"),
    path("colours/new/<slug:source>/", intake.own_colour, name="own-colour"),
    path("reviews/start/", views.start, name="review-start"),
    path("viewings/", viewing.listing, name="viewings"),
    path("viewings.ics", viewing.calendar_file, name="viewings-file"),
    path("viewings/feed/<str:token>.ics", viewing.feed, name="viewings-feed"),
    path("viewings/worker.js", viewing.worker, name="viewings-worker"),
    path("viewings/renew/", viewing.renew, name="viewings-renew"),
    path("viewings/<int:pk>/", viewing.log, name="viewing"),
    path("viewings/<int:pk>/photo/", viewing.add_photo, name="viewing-photo-add"),
    path("viewings/<int:pk>/photo.jpg", viewing.photo, name="viewing-photo"),
    path("viewings/<int:pk>/move/", viewing.move, name="viewing-move"),
    path("viewings/<int:pk>/aside/", viewing.aside, name="viewing-aside"),
    path("jobs/<int:pk>/samples/", boards.job_samples, name="job-samples"),
    path("jobs/<int:pk>/samples/plan/", boards.plan_job, name="job-viewings-plan"),
    path("jobs/<int:pk>/sheets.pdf", boards.job_sheets, name="job-sheets"),
    path("jobs/<int:pk>/document.pdf", document.job_document, name="job-document"),
    path("jobs/<int:pk>/document/", document.begin_job_document, name="job-document-begin"),
    path("jobs/<int:pk>/share/", sharing.share, name="job-share"),
    path("links/<int:pk>/withdraw/", sharing.withdraw, name="link-withdraw"),
    path("answers/<int:pk>/away/", sharing.put_away, name="answer-away"),
    path("shared/<str:token>/", sharing.shared, name="shared"),
    path("shared/<str:token>/<int:pk>/", sharing.answer, name="shared-answer"),
    path("shared/<str:token>/<int:pk>.pdf", sharing.shared_pdf, name="shared-pdf"),
    path("reviews/<int:pk>/look/", viewing.now, name="viewing-now"),
    path("reviews/<int:pk>/", views.reopen, name="review"),
    path("reviews/<int:pk>/<step:step>/", views.step, name="review-step"),
    path("reviews/<int:pk>/<step:step>/<slug:act>/", views.act, name="review-act"),
    path("reviews/<int:pk>/<former_step:former>/", views.moved_step, name="review-former-step"),
    path("reviews/<int:pk>/<former_step:former>/<slug:act>/", views.moved_step, name="review-former-act"),
    path("schemas/document.json", document.document_schema, name="document-schema"),
    path("reviews/<int:pk>/document/", document.document, name="review-document"),
    path("reviews/<int:pk>/document.pdf", document.document_pdf, name="review-document-pdf"),
    path("reviews/<int:pk>/sheets.pdf", boards.sheets, name="review-sheets"),
    path("reviews/<int:pk>/document.json", document.document_json, name="review-document-json"),
    path("reviews/<int:pk>/document/<slug:section>/", document.edit, name="review-document-edit"),
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
