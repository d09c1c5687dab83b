"""A review with its wall, for tests of the frame and of every step."""

from django.urls import reverse

from reviews.context import ReviewContext
from reviews.models import Review
from steps import services as step_services
from tinting.tests import world

HTMX = {"HX-Request": "true"}


class Wall(world.Studio):
    def setUp(self):
        super().setUp()
        self.review = step_services.start(self.isla, world.colour("H16.3"))

    def context(self):
        review = Review.objects.select_related("colour__maker", "owner").get(pk=self.review.pk)
        return ReviewContext(review)

    STEPS = {"board": "compare", "see": "compare", "unsee": "compare", "shortlist": "alternatives"}

    def url(self, name):
        if name in self.STEPS:
            return reverse("review-act", args=[self.review.pk, self.STEPS[name], name])
        return reverse(f"review-{name}", args=[self.review.pk])

    def post(self, name, /, **data):
        return self.client.post(self.url(name), data, headers=HTMX)

    def get(self, step="compare", **query):
        return self.client.get(reverse("review-step", args=[self.review.pk, step]), query, headers=HTMX)

    def held(self, why):
        return next(held for held in self.context().set.comparison_colours if held.why == why)
