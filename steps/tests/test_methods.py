"""Own methods: copied, edited with a preview, and kept by reviews as they were."""

from django.urls import reverse

from decks.catalogue import Wanted, catalogue
from methods import queries, services
from methods.forms import MethodForm
from methods.models import OwnMethod
from prism import method, words
from prism.reading import read
from reviews.context import ReviewContext
from reviews.models import Review
from steps import services as step_services
from tinting.tests import world


def filled(table, **changed):
    """What the form of a method sends, with some figures changed."""
    form = MethodForm(table)
    data = {name: field.initial for name, field in form.fields.items() if field.initial not in (False, "")}
    return data | changed


class Methods(world.Studio):
    def setUp(self):
        super().setUp()
        self.client.post(reverse("method-copy"), {"method": "wall-practice"})
        self.own = OwnMethod.objects.get()

    def send(self, act="method-edit", **changed):
        return self.client.post(reverse(act, args=[self.own.pk]), filled(self.own.table, **changed))

    def test_three_ready_ones_differ_as_practitioners_do(self):
        page = self.client.get(reverse("methods"))
        ready = [method.load(key) for key in method.names()]
        self.assertGreaterEqual(len(ready), 3)
        for one in ready:
            self.assertContains(page, one.explains[0])
        for figure in ("depth", "grey_counts", "relative", "crown", "trim_gap"):
            self.assertGreater(len({str(getattr(one, figure)) for one in ready}), 1, figure)
        self.assertGreater(len({len(one.lists) for one in ready}), 1)

    def test_a_copy_is_the_same_until_edited(self):
        self.assertEqual(self.own.table["title"], "my wall practice")
        self.assertEqual(self.own.method.depth, method.load().depth)
        self.assertContains(self.send("method-preview"), "None of 425 colours gets another answer")
        self.assertEqual(self.send().status_code, 302)
        self.own.refresh_from_db()
        self.assertEqual(self.own.table, method.table_of("wall-practice") | {"title": "my wall practice"})
        again = services.copy(self.isla, self.own.key)
        self.assertEqual(again.table["title"], "my wall practice 2")

    def test_a_family_word_of_ones_own(self):
        bad = self.send(**{"own.word": "mossling", "own.counts_as": "gribble"})
        self.assertContains(bad, "Gribble is none of the families", status_code=422)
        self.send(**{"own.word": "mossling", "own.counts_as": "greige", "own.lrv": "45, 70", "own.hue": "94, 112"})
        self.own.refresh_from_db()
        self.assertEqual(
            self.own.table["family"][0], {"word": "mossling", "counts_as": "greige", "lrv": [45, 70], "hue": [94, 112]}
        )
        services.judge_by(self.isla, self.own.key)
        held, chosen = catalogue(self.isla), queries.usual(self.isla)
        own = held.select(Wanted(family="mossling"), chosen)
        self.assertTrue(len(own))
        self.assertLessEqual(set(own.tolist()), set(held.select(Wanted(family="greige"), chosen).tolist()))
        self.send(**{"own.out.0": "on"})
        self.own.refresh_from_db()
        self.assertNotIn("mossling", [rule["word"] for rule in self.own.table["family"]])

    def test_every_figure_can_be_edited(self):
        form = MethodForm(self.own.table)
        for name in ("depth.edges", "undertone.edges", "neutral.b", "uncertainty.screen", "family.3.chroma",
                     "undertone.lists.grey", "difference.edges", "trim.gap", "temperature.relative"):  # fmt: skip
            self.assertIn(name, form.fields)

    def test_the_preview_counts_what_changes_and_shows_some(self):
        page = self.send("method-preview", **{"depth.edges": "6, 20, 40, 55, 60, 82"})
        expected = sum(60 <= colour.lrv < 72 for colour in world.Colour.objects.all())
        self.assertContains(page, f"{expected} of 425 colours get another answer: {expected} in depth")
        self.assertContains(page, "→ ")
        lists = self.send("method-preview", **{"undertone.lists.grey": "green"})
        self.assertContains(lists, "in undertone")

    def test_wrong_figures_are_refused_beside_the_field(self):
        for changed, part in (
            ({"depth.edges": "6, twenty, 40"}, "twenty"),
            ({"depth.edges": "6, 20, 40"}, "6 numbers are needed, not 3"),
            ({"depth.edges": "60, 20, 40, 55, 72, 82"}, "larger than the one before"),
            ({"undertone.lists.grey": "green, teal"}, "Teal is none of the method"),
            ({"undertone.hues": "red, orange, yellow, green, blue, violet"}, "none of the method"),
            ({"uncertainty.screen": "0"}, "A number from 0.01 to 20 is needed"),
            ({"neutral.lightness": "30, 50, 50, 95"}, "larger than the one before"),
            ({"title": " "}, "required"),
        ):
            with self.subTest(changed):
                self.assertContains(self.send(**changed), part, status_code=422)
                self.assertContains(self.send("method-preview", **changed), part, status_code=422)
        self.own.refresh_from_db()
        self.assertEqual(self.own.table["depth"], method.table_of("wall-practice")["depth"])

    def test_a_review_keeps_its_method_when_it_is_edited_or_deleted(self):
        review = step_services.start(self.isla, world.colour())
        basis = {"method": self.own.key, "neutral": "painted", "neutral_a": "0", "neutral_b": "0"}
        self.client.post(reverse("review-basis", args=[review.pk]), basis)
        review = Review.objects.get()
        self.assertEqual(ReviewContext(review).subject.method.title, "my wall practice")
        before = ReviewContext(review).subject.reading
        self.send(**{"depth.edges": "6, 20, 40, 55, 60, 71"})
        page = self.client.get(reverse("review-step", args=[review.pk, "reading"]))
        self.assertEqual(page.context["subject"].reading, before)
        self.assertContains(page, "has been changed since")
        self.client.post(reverse("review-basis", args=[review.pk]), basis)
        page = self.client.get(reverse("review-step", args=[review.pk, "reading"]))
        self.assertNotContains(page, "has been changed since")
        self.assertEqual(page.context["subject"].reading.depth, "white")
        self.client.post(reverse("method-delete", args=[self.own.pk]))
        page = self.client.get(reverse("review-step", args=[review.pk, "reading"]))
        self.assertContains(page, "has been deleted since")
        self.client.post(reverse("review-basis", args=[review.pk]), basis | {"neutral_b": "1"})
        self.assertEqual(Review.objects.get().method_in_force.title, "my wall practice")
        self.client.post(reverse("method-restore", args=[self.own.pk]))
        self.assertEqual([one.title for one in queries.available(self.isla)][-1], "my wall practice")

    def test_the_usual_method_reads_the_decks_and_begins_reviews(self):
        wall, even = method.load(), method.load("even")
        listed = reverse("colours")
        self.assertContains(self.client.get(listed), wall.title)
        self.client.post(reverse("method-usual"), {"method": "even"})
        self.assertContains(self.client.get(reverse("methods")), "You use this", count=1)
        self.assertContains(self.client.get(listed), even.title)
        differing = next(
            colour
            for colour in world.Colour.objects.all()
            if read(colour.stimulus, wall).depth != read(colour.stimulus, even).depth
        )
        card = self.client.get(reverse("colour", args=[differing.pk]))
        self.assertContains(card, words.readings.depth(read(differing.stimulus, even)))
        self.assertEqual(step_services.start(self.isla, differing).method, "even")
        self.assertEqual(step_services.start(self.rory, differing).method, method.DEFAULT)

    def test_an_own_usual_method_is_taken_as_it_stands_and_gives_way_when_deleted(self):
        review = step_services.start(self.isla, world.colour())
        basis = {"method": self.own.key, "neutral": "painted", "neutral_a": "0", "neutral_b": "0"}
        self.client.post(reverse("review-basis", args=[review.pk]), basis)
        self.assertEqual(queries.usual(self.isla).key, method.DEFAULT)
        self.client.post(reverse("review-basis", args=[review.pk]), basis | {"usual": "on"})
        self.send(**{"undertone.strength_edges": "2, 4, 6"})
        self.assertEqual(
            step_services.start(self.isla, world.colour()).method_in_force.undertone_strength.edges, (2, 4, 6)
        )
        hints = catalogue(self.isla).select(Wanted(strength="faint"), queries.usual(self.isla))
        page = self.client.get(reverse("colours"), {"strength": "faint"})
        self.assertContains(page, f"{len(hints)} of 425")
        self.assertNotEqual(len(hints), len(catalogue(self.isla).select(Wanted(strength="faint"))))
        self.client.post(reverse("method-delete", args=[self.own.pk]))
        self.assertEqual(queries.usual(self.isla).key, method.DEFAULT)
        refused = self.client.post(
            reverse("review-basis", args=[review.pk]), basis | {"usual": "on"}, headers={"HX-Request": "true"}
        )
        self.assertContains(refused, "deleted", status_code=422)
        self.assertEqual(self.client.post(reverse("method-usual"), {"method": self.own.key}).status_code, 404)

    def test_nobody_elses(self):
        self.client.force_login(self.rory)
        for name in ("method-edit", "method-preview", "method-delete", "method-restore"):
            self.assertEqual(self.client.post(reverse(name, args=[self.own.pk])).status_code, 404)
        for name in ("method-copy", "method-usual"):
            self.assertEqual(self.client.post(reverse(name), {"method": self.own.key}).status_code, 404)
        self.assertNotContains(self.client.get(reverse("methods")), "my wall practice")
        review = step_services.start(self.rory, world.colour())
        basis = {"method": self.own.key, "neutral": "painted", "neutral_a": "0", "neutral_b": "0"}
        refused = self.client.post(reverse("review-basis", args=[review.pk]), basis, headers={"HX-Request": "true"})
        self.assertEqual(refused.status_code, 422)
