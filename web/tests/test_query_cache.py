"""Results that are kept while the rows they were made of are the same."""

from django.contrib.auth.models import User
from django.db import connection
from django.test import TestCase

from people.models import Studio
from web.query_cache import MOST_ROWS, QueryCache


class Kept(TestCase):
    def setUp(self):
        self.studio = Studio.objects.create(name="Skerry", picture=b"x" * 1000)
        self.cache, self.made = QueryCache[str, str](2), 0

    def title(self):
        self.made += 1
        return f"{Studio.objects.get(pk=self.studio.pk).name} {User.objects.count()}"

    def get(self, key="a"):
        return self.cache.get(key, self.title)

    def test_what_is_kept_is_given_until_a_row_that_it_rests_on_is_another(self):
        self.assertEqual([self.get(), self.get(), self.made], ["Skerry 0", "Skerry 0", 1])
        Studio.objects.create(name="Holm")  # no query of it asks for this one
        self.assertEqual([self.get(), self.made], ["Skerry 0", 1])
        User.objects.create_user("isla")
        self.assertEqual([self.get(), self.get(), self.made], ["Skerry 1", "Skerry 1", 2])
        with connection.cursor() as cursor:
            cursor.execute("UPDATE people_studio SET name = 'Sound' WHERE id = %s", [self.studio.pk])
        self.assertEqual([self.get(), self.made], ["Sound 1", 3])
        Studio.objects.filter(pk=self.studio.pk).update(picture=b"x" * 999 + b"y")
        self.assertEqual([self.get(), self.made], ["Sound 1", 4])

    def test_a_result_of_rows_that_changed_while_it_was_made_is_not_kept(self):
        def changing():
            title = self.title()
            Studio.objects.filter(pk=self.studio.pk).update(name="Firth")
            return title

        self.assertEqual(self.cache.get("a", changing), "Skerry 0")
        self.assertEqual([self.get(), self.made], ["Firth 0", 2])

    def test_a_result_that_read_too_much_is_not_kept(self):
        User.objects.bulk_create(User(username=f"u{i}") for i in range(MOST_ROWS + 1))
        self.assertEqual(self.cache.get("a", lambda: len(list(User.objects.all()))), MOST_ROWS + 1)
        self.assertFalse(self.cache._kept.some(["a"]))

    def test_the_oldest_give_way_and_what_fails_is_not_kept(self):
        for key in "abc":
            self.get(key)
        self.assertEqual([self.get("c"), self.made], ["Skerry 0", 3])
        self.assertEqual([self.get("a"), self.made], ["Skerry 0", 4])
        with self.assertRaises(Studio.DoesNotExist):
            self.cache.get("d", lambda: Studio.objects.get(name="nobody’s").name)
        self.assertEqual(self.get("d"), "Skerry 0")
