"""A page is values before it is printed, and what it holds for Python is missed aloud."""

from django.core.paginator import Paginator
from django.template import Context, Template
from django.test import TestCase

from decks.models import Maker
from web.settled import Page, settled


class Inner(Page):
    @property
    def word(self):
        return "warm"


class Outer(Page):
    unsettled = ("working",)

    def __init__(self):
        self.inner, self._hidden = Inner(), 1

    @property
    def working(self):
        raise AssertionError("nobody asked")

    @property
    def makers(self):
        return Maker.objects.order_by("name")


class Settling(TestCase):
    def test_pages_within_lists_and_queries_become_values(self):
        Maker.objects.create(name="Loam")
        page = settled({"page": Outer(), "pair": (Inner(), [Inner()])})
        with self.assertNumQueries(0):
            self.assertEqual([maker.name for maker in page["page"].makers], ["Loam"])
        self.assertEqual((page["page"].inner.word, page["pair"][1][0].word), ("warm", "warm"))
        self.assertFalse(hasattr(page["page"], "_hidden"))
        with self.assertRaises(AttributeError):
            page["page"].inner = None

    def test_a_part_of_a_long_list_is_fetched_before(self):
        Maker.objects.create(name="Loam")
        part = settled(Paginator(Maker.objects.order_by("pk"), 5).get_page(1))
        with self.assertNumQueries(0):
            self.assertEqual(len(list(part)), 1)

    def test_what_is_for_python_is_no_blank_in_a_template(self):
        context = Context({"page": settled(Outer())})
        self.assertEqual(Template("{{ page.nowhere }}").render(context), "")
        with self.assertRaisesMessage(RuntimeError, "working"):
            Template("{{ page.working }}").render(context)
