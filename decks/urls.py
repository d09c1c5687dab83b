"""Addresses of decks."""

from django.urls import path

from decks import views

urlpatterns = [
    path("", views.browse, name="colours"),
    path("search/", views.search, name="colour-search"),
    path("new/<slug:source>/", views.own_colour, name="own-colour"),
]
