"""No template asks the database: what a page shows is there before it is printed."""

from unittest import mock

from django.db import connection
from django.template.base import Template

from e2e.screens import STEPS
from reviews import services
from steps import services as step_services
from studio import demo_station
from studio.tests.filled import Filled
from studio.tests.test_permissions import patterns
from tinting.tests import world


class Printed(Filled):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.isla)
        services.move(self.review, demo_station.enter(self.isla)["Library"])

    def asked_in_print(self, url):
        """Return the queries of a page that its templates start."""
        depth, found, whole = 0, [], Template.render

        def render(template, context):
            nonlocal depth
            depth += 1
            try:
                return whole(template, context)
            finally:
                depth -= 1

        def note(execute, sql, *rest):
            if depth:
                found.append(sql)
            return execute(sql, *rest)

        with mock.patch.object(Template, "render", render), connection.execute_wrapper(note):
            self.client.get(url)
        return found

    def test_every_page_is_printed_without_a_query(self):
        more = [f"/reviews/{self.review.pk}/{step}/" for step in STEPS]
        several = [self.review, step_services.start(self.isla, world.colour("T05.4"))]
        more.append("/articles/?" + "&".join(f"review={review.pk}" for review in several))
        found = {}
        for url in sorted({*more, *(self.url(pattern) for pattern in patterns())}):
            if asked := self.asked_in_print(url):
                found[url] = asked
        self.assertFalse(found, "\n".join(f"{url}: {len(asked)}, {asked[0][:60]}" for url, asked in found.items()))
