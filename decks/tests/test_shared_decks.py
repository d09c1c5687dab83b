"""What all studios share is changed by nobody: the database refuses it, whichever statement asks."""

from django.db import IntegrityError, connection, transaction
from django.test import TestCase

from decks.models import Colour, Maker, ValueRevision, numbers_of
from decks.shared_decks import REFUSED, close, open_to_changes, open_up
from decks.tests import world
from prism.stimulus import from_hex


class SharedDecks(TestCase):
    @classmethod
    def setUpTestData(cls):
        world.load_deck()
        cls.isla = world.person()

    def setUp(self):
        self.colour = world.colour()

    def refused(self, act):
        with self.assertRaisesMessage(IntegrityError, REFUSED), transaction.atomic():
            act()

    def test_nothing_of_a_shared_deck_is_added_changed_or_taken_out(self):
        numbers, maker = numbers_of(from_hex("#808080")), self.colour.maker
        called, self.colour.name = self.colour.name, "Another"
        of_all = Colour.objects.filter(maker=maker)
        with connection.cursor() as cursor:
            for act in (
                self.colour.save,
                self.colour.delete,
                of_all.delete,
                maker.delete,
                lambda: of_all.update(lrv=1),
                lambda: Colour.objects.bulk_update([self.colour], ["name"]),
                lambda: Colour.objects.create(maker=maker, code="X1", name="New", **numbers),
                lambda: Colour.objects.create(owner=self.isla, name="Own", **numbers) and Colour.objects.filter(
                    owner=self.isla).update(owner=None, maker=maker, code="X2"),
                lambda: ValueRevision.objects.create(colour=self.colour, name="Before", **numbers),
                lambda: Maker.objects.filter(pk=maker.pk).update(owner=self.isla),
                lambda: Maker.objects.filter(pk=maker.pk).update(name="Another"),
                lambda: cursor.execute("UPDATE decks_colour SET lab_l = 1 WHERE id = %s", [self.colour.pk]),
            ):  # fmt: skip
                self.refused(act)
        self.assertEqual(of_all.get(pk=self.colour.pk).name, called)

    def test_decks_and_colours_of_ones_own_are_changed_as_before(self):
        mine = Maker.objects.create(name="Quay", owner=self.isla)
        made = Colour.objects.create(maker=mine, code="A", name="Tide", **numbers_of(from_hex("#808080")))
        made.name = "Ebb"
        made.save()
        ValueRevision.objects.create(colour=made, name="Tide", **numbers_of(from_hex("#818181")))
        self.assertEqual(made.delete()[1]["decks.Colour"], 1)
        mine.delete()

    def test_a_deck_is_loaded_while_it_is_open_and_closed_again_whatever_happens(self):
        with open_to_changes():
            Colour.objects.filter(pk=self.colour.pk).update(name="Another")
        self.refused(lambda: Colour.objects.filter(pk=self.colour.pk).update(name="Haar"))
        with self.assertRaises(ZeroDivisionError), open_to_changes():
            1 / 0  # noqa: B018
        self.refused(lambda: Colour.objects.filter(pk=self.colour.pk).update(name="Haar"))

    def test_a_migration_finds_it_open_and_leaves_it_closed(self):
        open_up()
        Colour.objects.filter(pk=self.colour.pk).update(name="Another")
        close()
        close()
        self.refused(lambda: Colour.objects.filter(pk=self.colour.pk).update(name="Haar"))
