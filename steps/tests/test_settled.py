"""A page is computed before its template prints it."""

import sys
from pathlib import Path
from unittest import mock

from django.db import connection
from django.template.loader import render_to_string
from django.test.utils import CaptureQueriesContext
from django.urls import reverse

import prism
from jobs import services as job_services
from jobs.models import Job, Room, Window
from reviews import services
from steps import registry as steps
from steps import services as step_services
from steps.shell import views
from tinting.tests import world
from viewings import services as viewing_services

CORE = str(Path(prism.__file__).parent)
FORMATS = ("/messages/", "/language.py", "/sizes.py")
"""What writes numbers, sizes and dates as the reader does: filters of templates use it."""
SHOWN = {
    "alternatives": ("", "?ask=a+bit+warmer", "?show=shortlist"),
    "compare": ("", "?show=together"),
    "palette": ("", "?show=fabric", "?show=proportions", "?show=use"),
    "samples": ("", "?show=samples", "?show=decide"),
    "strength": ("", "?percent=25", "?show=formula", "?show=mix"),
}


def printed(template, context, request):
    """Return the queries and the calls of the core that printing a template takes."""
    called = set()

    def watch(frame, event, arg):
        code = frame.f_code
        if (
            event == "call"
            and code.co_filename.startswith(CORE)
            and not any(one in code.co_filename for one in FORMATS)
        ):
            called.add(f"{code.co_filename.removeprefix(CORE)}:{code.co_name}")

    with CaptureQueriesContext(
        connection,
    ) as queries:
        sys.setprofile(watch)
        try:
            render_to_string(template, context, request)
        finally:
            sys.setprofile(None)
    return [one["sql"] for one in queries.captured_queries], called


class Settled(world.Studio):
    def setUp(self):
        super().setUp()
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": 57.0, "longitude": -2.0})
        self.room = Room.objects.create(job=self.job, name="Loft", width=4, depth=4, height=2.5)
        Window.objects.create(room=self.room, wall="south", width=1.2, height=1.4, sill=0.8)
        self.review = step_services.start(self.isla, world.colour("H16.3"))
        services.move(self.review, self.room)
        services.shortlist(self.review, world.colour("H16.4"))
        viewing_services.look_now(self.isla, self.review, self.review.colour, "north")

    def test_no_step_computes_anything_while_it_is_printed(self):
        found = {}

        def watched(request, template, context, status=200):
            part = "steps/shell/review_body.html"
            queries, called = printed(part, context, request)
            if queries or called:
                found[request.get_full_path()] = (queries, sorted(called))
            return views.HttpResponse("", status=status)

        with mock.patch.object(views, "render", watched):
            for step in steps.ALL:
                for shown in SHOWN.get(step.key, ("",)):
                    with self.subTest(step.key + shown):
                        address = reverse("review-step", args=[self.review.pk, step.key])
                        self.assertEqual(self.client.get(address + shown).status_code, 200)
        self.assertEqual(found, {})
