"""Addresses of the record."""

from django.urls import path

from records import views

urlpatterns = [
    path("reviews/<int:pk>/record/", views.review_record, name="review-record"),
    path("jobs/<int:pk>/record/", views.job_record, name="job-record"),
]
