"""Methods that cannot break a screen: any table that is taken works everywhere; one that cannot be read is said."""

from django.urls import reverse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase

from methods import services
from methods.models import OwnMethod
from prism import method
from prism.method import MethodError
from prism.method.checks import BY_PATH, RULE
from reviews.models import Review
from steps import registry as steps
from steps import services as step_services
from tinting.tests import world

HUES = ("red", "orange", "yellow", "green", "blue", "purple", "teal", "moss")


def rising(count, low, high):
    """That many different numbers within bounds, in order."""
    return st.lists(st.floats(low, high), min_size=count, max_size=count, unique_by=lambda v: round(v, 3)).map(sorted)


@st.composite
def tables(draw):
    """Tables of methods that differ from a ready one in everything that may be edited; most of them are sound."""
    table = method.table_of(draw(st.sampled_from(method.names())))

    def cut(words, edges, low, high, least, most):
        count = draw(st.integers(least, most))
        table[words[0]][words[1]] = [f"{words[0]} {i}" for i in range(count)]
        table[edges[0]][edges[1]] = draw(rising(count - 1, low, high))

    cut(("depth", "words"), ("depth", "edges"), 0, 100, 2, 9)
    cut(("undertone", "strength_words"), ("undertone", "strength_edges"), 0.05, 20, 2, 6)
    cut(("temperature", "words"), ("temperature", "edges"), -20, 20, 3, 7)
    cut(("difference", "words"), ("difference", "edges"), 0.05, 30, 4, 7)
    hues = draw(st.lists(st.sampled_from(HUES), min_size=2, max_size=8, unique=True))
    table["undertone"]["hues"] = hues
    turned, start = draw(rising(len(hues), 0, 359)), draw(st.integers(0, len(hues) - 1))
    table["undertone"]["edges"] = turned[start:] + turned[:start]
    table["undertone"]["lists"] = {"grey": hues[:1]} if draw(st.booleans()) else {}
    table["undertone"]["never_passive"] = draw(st.sampled_from([[], ["grey"], ["white", "mauve"]]))
    table["undertone"]["grey_counts"] = draw(st.booleans())
    table["temperature"]["relative"] = draw(st.booleans())
    knots = draw(st.integers(1, 6))
    table["neutral"] = {
        "lightness": draw(rising(knots, 0, 100)),
        **{axis: draw(st.lists(st.floats(-20, 20), min_size=knots, max_size=knots)) for axis in "ab"},
    }
    table["comparison"]["readable"] = draw(rising(2, 0.1, 12))
    for path in (("comparison", "same_depth"), ("comparison", "white_lrv"), ("comparison", "white_chroma"),
                 ("undertone", "second_within"), ("temperature", "axis"), ("trim", "gap"),
                 ("hue_family", "clear_from"), ("estimates", "from_lab"), ("cautions", "dark_outside")):  # fmt: skip
        figure = BY_PATH[path]
        table[path[0]][path[1]] = draw(st.floats(figure.low, figure.high))
    rule = {"word": "odd", "chroma": draw(rising(2, 0, RULE["chroma"].high)), "undertone": hues[-1:]}
    kept = [one for one in table["family"] if set(one.get("undertone", ())) <= set(hues)]
    table["family"] = draw(st.sampled_from([[], [rule], [rule, *kept], kept]))
    return table


class EveryScreen(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    @settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
    @given(tables(), st.sampled_from(["H16.3", "T05.4", "HK01", "HW01", "T24.3"]))
    def test_any_table_that_is_taken_works_on_every_screen(self, table, code):
        try:
            method.build("own", table)
        except MethodError as wrong:
            self.assertTrue(wrong.path)
            return
        self.client.force_login(self.isla)
        own = OwnMethod.objects.create(owner=self.isla, table=table)
        services.judge_by(self.isla, own.key)
        review = step_services.start(self.isla, world.colour(code))
        pages = [(reverse("review-step", args=[review.pk, step.key]), {}) for step in steps.ALL]
        pages += [(pages[1][0], {"show": "together"}), (pages[2][0], {"ask": "a bit warmer, less green"})]
        pages += [(pages[3][0], {"lrv": "60"}), (reverse("review-findings", args=[review.pk]), {})]
        pages += [(reverse(name), {}) for name in ("home", "methods", "colours", "colour-plane")]
        pages += [(reverse("colours"), {"undertone": table["undertone"]["hues"][0], "sort": "hue"})]
        pages += [(reverse("method-edit", args=[own.pk]), {}), (reverse("colour", args=[review.colour_id]), {})]
        for url, query in pages:
            self.assertEqual(self.client.get(url, query).status_code, 200, (url, query))

    def test_tables_that_broke_screens_are_refused_by_name(self):
        for path, value in (
            (("family", 5, "chroma"), [4.5]),
            (("family", 5, "chroma"), 4.5),
            (("difference", "words"), ["a", "b", "c"]),
            (("comparison", "readable"), [2]),
            (("depth", "edges"), [6, 40, 20, 55, 72, 82]),
            (("neutral", "lightness"), [30, 50, 50, 95]),
            (("undertone", "strength_edges"), []),
            (("uncertainty", "screen"), 0),
            (("uncertainty", "screen"), float("nan")),
            (("temperature", "axis"), True),
            (("title",), ""),
        ):
            table = method.table_of("wall-practice")
            part = table
            for key in path[:-1]:
                part = part[key]
            part[path[-1]] = value
            with self.assertRaises(MethodError) as caught:
                method.build("own", table)
            self.assertIn(str(path[-1]), caught.exception.path)
        with self.assertRaises(MethodError):
            method.build("own", None)

    def test_a_review_whose_kept_method_cannot_be_read_says_so_and_offers_the_nearest(self):
        self.client.force_login(self.isla)
        table = method.table_of("even")
        table["family"][5]["chroma"] = [4.5]
        review = step_services.start(self.isla, world.colour())
        Review.objects.filter(pk=review.pk).update(method="own-9", method_table=table)
        OwnMethod.objects.create(owner=self.isla, table=table)
        for step in steps.ALL:
            page = self.client.get(reverse("review-step", args=[review.pk, step.key]))
            self.assertContains(page, "can no longer be read")
            self.assertContains(page, "judged by even")
        for name in ("home", "colours", "methods"):
            self.assertEqual(self.client.get(reverse(name)).status_code, 200)
        self.assertContains(self.client.get(reverse("methods")), "This method cannot be read")
        basis = {"method": "even", "neutral": "painted", "neutral_a": "0", "neutral_b": "0"}
        self.client.post(reverse("review-basis", args=[review.pk]), basis)
        self.assertNotContains(
            self.client.get(reverse("review-step", args=[review.pk, "reading"])), "can no longer be read"
        )
