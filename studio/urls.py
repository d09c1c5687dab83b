"""All addresses."""

from django.contrib.auth import views as auth
from django.urls import include, path
from django.views.decorators.cache import never_cache
from django.views.generic import RedirectView

from methods import views as method_views
from studio import operating, views, work
from studio.home import home

urlpatterns = [
    path("sign-in/", never_cache(views.SignIn.as_view()), name="sign-in"),
    path("sign-out/", auth.LogoutView.as_view(), name="sign-out"),
    path("enter-demo/", views.enter_demo, name="enter-demo"),
    path("enter-empty/", views.enter_empty, name="enter-empty"),
    path("sample-deck.csv", views.sample, name="deck-sample"),
    path("try-out/", views.try_out, name="try-out"),
    path("words/", views.meanings, name="words"),
    path("words/here/", views.meanings_here, name="words-here"),
    path("manual/", views.read_manual, name="manual"),
    path("manual/manual.pdf", views.manual_file, name="manual-file"),
    path("manual/pictures/<str:name>", views.manual_picture, name="manual-picture"),
    path("screen/", views.screen, name="screen"),
    path("people/work/", work.work, name="people-work"),
    path("health/", operating.health, name="health"),
    path("ready/", operating.ready, name="ready"),
    path("metrics/", operating.metrics, name="metrics"),
    path("", include("people.urls")),
    path("", include("background_jobs.urls")),
    path("", include("jobs.urls")),
    path("colours/", include("decks.urls")),
    path("training/", include("training.urls")),
    path("methods/", include("methods.urls")),
    path(
        "schools/",
        RedirectView.as_view(pattern_name="methods", permanent=True, http_method_names=["get", "head"]),
        name="methods-former",
    ),
    path("schools/<int:pk>/", method_views.moved, name="method-former"),
    path("reader/machine/", include("tinting.urls")),
    path("reader/", include("instruments.urls")),
    path("", include("records.urls")),
    path("", include("viewings.urls")),
    path("", include("documents.urls")),
    path("", include("search.urls")),
    path("", include("steps.urls")),
    path("", home, name="home"),
]

handler500 = "studio.errors.trouble"
