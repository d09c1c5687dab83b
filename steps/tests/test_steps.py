"""A step is a folder and a line: one of our own is added to the list, and everything else follows."""

from unittest import mock

from django.template import engines
from django.urls import reverse

from reviews.context import ReviewContext
from reviews.context.tests.wall import HTMX, Wall
from steps import registry as steps
from steps.base import Step, StepRequest

TEMPLATE = "steps/weather/page.html"


def note(request, review):
    """An act of the step."""
    return StepRequest(ReviewContext(review), notice=f"Noted: {request.POST['sky']}")


class Weather(Step):
    """What the sky does to it: a step made for this test by the book (docs/architecture.md)."""

    key, label = "weather", "Weather"
    template = TEMPLATE
    keeps = ("show", "sky")
    unknown = "Nobody looked out"
    actions = {"note": note}

    def finding(self, context):
        return f"Grey over {context.subject.name}" if context.subject.reading.lrv > 10 else ""

    def page(self, visit):
        return {"sky": visit.query.get("sky", "clear"), "notice": visit.notice}


class AStepOfOnesOwn(Wall):
    def setUp(self):
        super().setUp()
        loaders = [
            ("django.template.loaders.locmem.Loader", {TEMPLATE: "<h1>Sky: {{ page.sky }}</h1>{{ page.notice }}"})
        ]
        engine = engines["django"].engine
        patches = (
            mock.patch.object(steps, "ALL", [*steps.ALL[:2], Weather(), *steps.ALL[2:]]),
            mock.patch.object(
                engine, "template_loaders", [*engine.template_loaders, *engine.get_template_loaders(loaders)]
            ),
        )
        for patch in patches:
            patch.start()
            self.addCleanup(patch.stop)

    def test_path_digits_help_address_acts_and_finding_follow_the_list(self):
        whole = self.client.get(reverse("review-step", args=[self.review.pk, "weather"]), {"sky": "squally"})
        self.assertContains(whole, "<h1>Sky: squally</h1>")
        self.assertRegex(whole.content.decode(), rf'id="step-3"\s+href="/reviews/{self.review.pk}/weather/"')
        self.assertContains(whole, f"Grey over {self.review.colour.name}")
        self.assertContains(whole, "<kbd>1</kbd> to <kbd>9</kbd>", html=False)  # no key says 10
        self.assertContains(whole, 'name="sky" value="squally"')
        self.assertContains(whole, "Swatches to compare")
        noted = self.client.post(
            reverse("review-act", args=[self.review.pk, "weather", "note"]), {"sky": "fog"}, headers=HTMX
        )
        self.assertContains(noted, "Noted: fog")
        self.assertContains(noted, "<h1>Sky: fog</h1>")
        self.assertContains(self.get("verdict"), f"Grey over {self.review.colour.name}")

    def test_it_reopens_there_and_a_step_that_is_no_more_gives_way_to_the_first(self):
        self.get("weather")
        self.review.refresh_from_db()
        self.assertEqual(self.review.step, "weather")
        with mock.patch.object(steps, "ALL", [one for one in steps.ALL if one.key != "weather"]):
            answer = self.client.get(reverse("review", args=[self.review.pk]), follow=True)
            self.assertEqual(answer.context["shell"].step.key, "reading")
            self.assertEqual(self.client.get(f"/reviews/{self.review.pk}/weather/").status_code, 404)

    def test_what_would_give_an_answer_away_waits(self):
        self.post("wall", surround="pale", names_shown="on", withhold="on")
        page = self.get("weather")
        self.assertContains(page, "This waits until")
        self.assertNotContains(page, "Grey over")
