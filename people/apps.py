"""People."""

from typing import Any

from django.apps import AppConfig
from django.contrib.auth.signals import user_logged_in, user_logged_out


def _came_in(request: Any, user: Any, **kwargs: Any) -> None:
    from people import security_log, sessions

    security_log.note(user, "in")
    if hasattr(request, "META"):
        sessions.note(request)


def _went_out(user: Any, **kwargs: Any) -> None:
    from people import security_log

    if user is not None:
        security_log.note(user, "out")


class PeopleConfig(AppConfig):
    name = "people"

    def ready(self) -> None:
        user_logged_in.connect(_came_in, dispatch_uid="came in")
        user_logged_out.connect(_went_out, dispatch_uid="went out")
