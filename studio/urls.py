"""All addresses."""

from django.contrib.auth import views as auth
from django.urls import include, path
from django.views.decorators.cache import never_cache

from studio import views

urlpatterns = [
    path("sign-in/", never_cache(views.SignIn.as_view()), name="sign-in"),
    path("sign-out/", auth.LogoutView.as_view(), name="sign-out"),
    path("enter-demo/", views.enter_demo, name="enter-demo"),
    path("try-out/", views.try_out, name="try-out"),
    path("words/", views.meanings, name="words"),
    path("health/", views.health, name="health"),
    path("", include("people.urls")),
    path("", include("works.urls")),
    path("", include("jobs.urls")),
    path("colours/", include("decks.urls")),
    path("schools/", include("schools.urls")),
    path("reader/machine/", include("tinting.urls")),
    path("reader/", include("instruments.urls")),
    path("", include("records.urls")),
    path("", include("reviews.urls")),
]
