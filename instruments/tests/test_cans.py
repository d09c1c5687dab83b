"""Cans that a machine made, found out by the reader: against their formula, and against one another."""

from django.urls import reverse

from instruments.models import Session
from instruments.queries import Sitting
from steps.strength.tests.test_strength import Step
from tinting.models import Batch, Machine


class Cans(Step):
    def test_dispensed_measured_and_a_second_can_held_against_the_first(self):
        for _ in range(2):
            self.assertContains(self.post("dispense", show="formula"), "Dispensed: can")
        one, other = Batch.objects.all()
        self.assertNotEqual(one.given, other.given)
        self.assertLess(Machine.objects.get().levels["LB"], 2000)
        for batch in (one, other):
            self.client.post(reverse("can-measure", args=[batch.pk]))
            session = batch.sessions.get()
            self.client.post(reverse("reader-calibrate", args=[session.pk]))
            for _ in range(3):
                self.client.post(reverse("reader-measure", args=[session.pk]))
        sitting = Sitting(other.sessions.get())
        from_formula, from_first = sitting.from_formula
        self.assertTrue(0 < from_formula < 1.5 and 0 < from_first < 2)
        page = self.client.get(reverse("reader-session", args=[sitting.session.pk]))
        self.assertContains(page, "from its formula")
        self.assertContains(page, "from the first can")
        self.assertContains(self.get(show="formula"), "Cans of this colour")
        machine = self.client.get(reverse("machine"))
        (last, _) = machine.context["page"].batches
        self.assertIn(", base ", last.size)
        self.assertEqual([pk for pk, _ in last.measured], [sitting.session.pk])
        self.assertContains(machine, f"ΔE00 {from_formula:.1f} from its formula")
        self.assertContains(machine, reverse("colour", args=[other.colour_id]))

    def test_a_can_at_another_strength_is_no_measure_of_the_colour(self):
        self.get(percent="-25")
        self.post("dispense", show="formula")
        batch = Batch.objects.get()
        self.client.post(reverse("can-measure", args=[batch.pk]))
        session = batch.sessions.get()
        Session.objects.filter(pk=session.pk).update(card=batch.colour)
        self.client.post(reverse("reader-calibrate", args=[session.pk]))
        for _ in range(3):
            self.client.post(reverse("reader-measure", args=[session.pk]))
        self.assertContains(self.client.get(reverse("reader-session", args=[session.pk])), "tinted at −25")
        refused = self.client.post(reverse("reader-improve", args=[session.pk]))
        self.assertContains(refused, "a can at standard strength", status_code=422)
        self.assertFalse(batch.colour.earlier.exists())
