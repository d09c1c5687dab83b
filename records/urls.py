"""Addresses of the record."""

from django.urls import path

from records import client_views, views

urlpatterns = [
    path("reviews/<int:pk>/record/", views.review_record, name="review-record"),
    path("jobs/<int:pk>/archive.json", views.job_archive, name="job-archive"),
    path("jobs/bring-in/", views.bring_in, name="job-bring-in"),
    path("clients/", client_views.clients, name="clients"),
    path("clients/export.zip", client_views.export_client, name="client-export"),
    path("clients/erase/", client_views.erase_client, name="client-erase"),
    path("jobs/<int:pk>/record/", views.job_record, name="job-record"),
]
