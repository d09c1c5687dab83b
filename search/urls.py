"""Addresses of the search."""

from django.urls import path

from search import views

urlpatterns = [
    path("find/", views.find, name="find"),
]
