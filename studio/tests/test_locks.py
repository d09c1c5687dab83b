"""Who waits for whom: a write that need not be gives way, and nothing is locked while a device works."""

import threading
from unittest.mock import patch

from django.contrib.auth.models import User
from django.db import connection, transaction
from django.test import TransactionTestCase

from instruments import services as instruments
from instruments.models import Session
from prism import demo
from prism.demo.things import things
from prism.devices.dispenser import SimulatedDispenser
from prism.devices.reader import Setting
from prism.devices.simulated_reader import SimulatedReader
from prism.tint.formula import formula
from tinting import services as tinting
from tinting.models import Machine
from tinting.tests import world
from web.locks import without_waiting


class Waiting(TransactionTestCase):
    def setUp(self):
        self.isla = User.objects.create_user("isla")

    def test_a_write_that_need_not_be_gives_way_at_once(self):
        begun, done = threading.Event(), threading.Event()

        def hold():
            with transaction.atomic():
                User.objects.filter(pk=self.isla.pk).update(first_name="Isla")
                begun.set()
                done.wait(10)
            connection.close()

        other = threading.Thread(target=hold)
        other.start()
        begun.wait(10)
        try:
            with without_waiting() as free:
                self.assertFalse(free)
        finally:
            done.set()
            other.join()
        with without_waiting() as free:
            self.assertTrue(free)
            User.objects.filter(pk=self.isla.pk).update(last_name="Reid")
        self.assertEqual(User.objects.get().last_name, "Reid")
        with connection.cursor() as cursor:  # and whoever comes next waits as long as ever
            self.assertGreater(cursor.execute("PRAGMA busy_timeout").fetchone()[0], 1_000)

    def test_nothing_is_locked_while_the_reader_measures(self):
        session = instruments.start(self.isla, next(iter(things())), Setting())
        instruments.calibrate(session)
        measure, locked = SimulatedReader.measure, []

        def watched(device, *args, **more):
            locked.append(connection.in_atomic_block)
            return measure(device, *args, **more)

        with patch.object(SimulatedReader, "measure", watched):
            instruments.measure(Session.objects.get())
        self.assertEqual(locked, [False])

    def test_nothing_is_locked_while_a_can_is_filled_and_the_machine_takes_one_order_at_a_time(self):
        world.load_deck()
        system = demo.tint_system()
        entry = demo.find("H16.3")
        dispense, seen = SimulatedDispenser.dispense, []

        def watched(device, *args, **more):
            seen.append((connection.in_atomic_block, Machine.objects.get().busy_until is not None))
            return dispense(device, *args, **more)

        colour = world.colour("H16.3")
        order = formula(entry.recipe, system.cans[0], system)
        with patch.object(SimulatedDispenser, "dispense", watched):
            tinting.dispense(self.isla, colour, 0.0, "H16.3", order)
        self.assertEqual(seen, [(False, True)])
        self.assertIsNone(Machine.objects.get().busy_until)
