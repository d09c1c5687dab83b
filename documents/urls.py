"""Addresses of documents, sheets and links."""

from django.urls import path

from documents import views
from documents.article import several
from documents.article import views as article
from documents.job_samples import views as job_samples
from documents.orders import views as orders
from documents.palette_sheet import views as palette_sheet
from documents.sharing import views as sharing
from documents.showing import views as showing

urlpatterns = [
    path("jobs/<int:pk>/samples/", job_samples.job_samples, name="job-samples"),
    path("jobs/<int:pk>/samples/plan/", job_samples.plan_job, name="job-viewings-plan"),
    path("jobs/<int:pk>/orders/", orders.orders, name="job-orders"),
    path("jobs/<int:pk>/orders/<slug:maker>.txt", orders.order_text, name="job-order"),
    path("jobs/<int:pk>/sheets.pdf", job_samples.job_sheets, name="job-sheets"),
    path("jobs/<int:pk>/document.pdf", views.job_document, name="job-document"),
    path("jobs/<int:pk>/document/", views.consultation, name="job-document-begin"),
    path("jobs/<int:pk>/document.html", views.job_document_html, name="job-document-html"),
    path("jobs/<int:pk>/document.json", views.job_document_json, name="job-document-json"),
    path("jobs/<int:pk>/palette/", palette_sheet.palette, name="job-palette"),
    path("jobs/<int:pk>/palette.png", palette_sheet.picture, name="job-palette-picture"),
    path("jobs/<int:pk>/palette.pdf", palette_sheet.sheet, name="job-palette-sheet"),
    path("jobs/<int:pk>/cards.pdf", palette_sheet.cards, name="job-cards"),
    path("jobs/<int:pk>/colours/<slug:kind>/", palette_sheet.colours, name="job-colours"),
    path("jobs/<int:pk>/share/", sharing.share, name="job-share"),
    path("links/<int:pk>/withdraw/", sharing.withdraw, name="link-withdraw"),
    path("answers/<int:pk>/reply/", sharing.reply, name="answer-reply"),
    path("answers/<int:pk>/away/", sharing.put_away, name="answer-away"),
    path("shared/<str:token>/", sharing.shared, name="shared"),
    path("shared/<str:token>/<int:pk>/", sharing.answer, name="shared-answer"),
    path("shared/<str:token>/<int:pk>/look-<int:number>.png", sharing.shared_look, name="shared-look"),
    path("shared/<str:token>/<int:pk>/photo-<int:number>.jpg", sharing.shared_photo, name="shared-photo"),
    path("shared/<str:token>/<int:pk>.pdf", sharing.shared_pdf, name="shared-pdf"),
    path("reviews/<int:pk>/showing/", showing.show, name="review-showing"),
    path("reviews/<int:pk>/showing/notes/", showing.notes, name="review-showing-notes"),
    path("reviews/<int:pk>/showing/slides/", showing.slides, name="review-showing-slides"),
    path("reviews/<int:pk>/showing/<slug:slide>/edit/", showing.edit, name="review-showing-edit"),
    path("reviews/<int:pk>/article/", article.article, name="review-article"),
    path("reviews/<int:pk>/article/<slug:shown>.png", article.picture, name="review-article-picture"),
    path("reviews/<int:pk>/article.zip", article.download, name="review-article-zip"),
    path("reviews/<int:pk>/article/publish/", article.publish, name="review-article-publish"),
    path("articles/", several.articles, name="articles"),
    path("articles/<int:pk>-beside-<int:other>.png", several.pair, name="articles-pair"),
    path("articles/round-up.zip", several.download, {"kind": "round-up"}, name="articles-round-up"),
    path("articles/series.zip", several.download, {"kind": "series"}, name="articles-series"),
    path("articles/<str:token>/", article.published, name="published"),
    path("articles/<str:token>/<slug:shown>.png", article.published_picture, name="published-picture"),
    path("schemas/document.json", views.document_schema, name="document-schema"),
    path("reviews/<int:pk>/document/", views.document, name="review-document"),
    path("reviews/<int:pk>/document.pdf", views.document_pdf, name="review-document-pdf"),
    path("reviews/<int:pk>/sheets.pdf", job_samples.sheets, name="review-sheets"),
    path("reviews/<int:pk>/document.html", views.document_html, name="review-document-html"),
    path("reviews/<int:pk>/document.json", views.document_json, name="review-document-json"),
    path("reviews/<int:pk>/conflicts/", views.conflicts, name="review-conflicts"),
    path("reviews/<int:pk>/conflicts/sentences/", views.sentences, name="review-sentences"),
    path("reviews/<int:pk>/document/<slug:section>/", views.edit, name="review-document-edit"),
]
