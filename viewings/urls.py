"""Addresses of viewings."""

from django.urls import path

from viewings import views

urlpatterns = [
    path("viewings/", views.listing, name="viewings"),
    path("viewings.ics", views.calendar_file, name="viewings-file"),
    path("viewings/feed/<str:token>.ics", views.feed, name="viewings-feed"),
    path("viewings/worker.js", views.worker, name="viewings-worker"),
    path("viewings/renew/", views.renew, name="viewings-renew"),
    path("viewings/<int:pk>/", views.log, name="viewing"),
    path("viewings/<int:pk>/photo/", views.add_photo, name="viewing-photo-add"),
    path("viewings/<int:pk>/photo.jpg", views.photo, name="viewing-photo"),
    path("viewings/<int:pk>/move/", views.move, name="viewing-move"),
    path("viewings/<int:pk>/aside/", views.aside, name="viewing-aside"),
    path("reviews/<int:pk>/look/", views.now, name="viewing-now"),
]
