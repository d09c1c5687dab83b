"""Addresses of instruments."""

from django.urls import path

from instruments import views

urlpatterns = [
    path("", views.reader_page, name="reader"),
    path("cans/<int:pk>/measure/", views.measure_can, name="can-measure"),
    path("<int:pk>/", views.session, name="reader-session"),
    path("<int:pk>/calibrate/", views.calibrate, name="reader-calibrate"),
    path("<int:pk>/measure/", views.measure, name="reader-measure"),
    path("<int:pk>/drop/<int:number>/", views.drop, name="reader-drop"),
    path("<int:pk>/card/", views.card, name="reader-card"),
    path("<int:pk>/improve/", views.improve, name="reader-improve"),
    path("<int:pk>/keep/", views.keep, name="reader-keep"),
]
